import { bookStore } from './book-store';
import { saidOfDevice, thisDevice } from './this-device';

const WORKER = '/service-worker.js';
/** A page that stays open asks this often whether there is a newer Arbolito. */
const ASK_AGAIN_MS = 30 * 60_000;
const LOOK_AGAIN_MS = 60_000;

/** The event with which a browser offers to install the book. */
interface Offer extends Event {
  readonly prompt: () => Promise<unknown>;
}

/** Looks after what lets the pages open without a network: the service worker, its newer versions, room on the disk. */
export function watchDevice(): void {
  if (thisDevice().watched) return;
  saidOfDevice({ watched: true });
  addEventListener('beforeinstallprompt', (event) => {
    event.preventDefault();
    const offer = event as Offer;
    saidOfDevice({
      install: async () => {
        saidOfDevice({ install: null });
        await offer.prompt();
      },
    });
  });
  void lookAtRoom();
  setInterval(() => document.visibilityState === 'visible' && void lookAtRoom(), LOOK_AGAIN_MS);
  if (import.meta.env.PROD) void register().catch(() => saidOfDevice({ pagesHere: false }));
}

async function register(): Promise<void> {
  const workers = navigator.serviceWorker;
  // private windows of some browsers have none: without a network their pages do not open anew
  if (!workers) return saidOfDevice({ pagesHere: false });
  let held = workers.controller !== null;
  let asked = false;
  workers.addEventListener('controllerchange', () => {
    saidOfDevice({ pagesHere: true });
    // the first one takes over an open page as it is; of a newer one the page that took it begins anew, others when they rest
    if (asked) location.reload();
    else if (held) saidOfDevice({ takeNewer: () => location.reload() });
    held = true;
  });
  const registration = await workers.register(WORKER);
  const look = () => {
    const { waiting } = registration;
    if (!waiting || !workers.controller) return;
    saidOfDevice({
      takeNewer: () => {
        asked = true;
        waiting.postMessage('take over');
      },
    });
  };
  look();
  registration.addEventListener('updatefound', () => registration.installing?.addEventListener('statechange', look));
  if (registration.active) saidOfDevice({ pagesHere: true });
  setInterval(() => document.visibilityState === 'visible' && void registration.update().catch(() => {}), ASK_AGAIN_MS);
}

async function lookAtRoom(): Promise<void> {
  const { storage } = navigator;
  if (!storage?.estimate) return;
  const { quota, usage } = await storage.estimate().catch(() => ({ quota: undefined, usage: undefined }));
  if (quota !== undefined && usage !== undefined) saidOfDevice({ room: { left: Math.max(0, quota - usage), used: usage } });
  const persists = await storage.persisted().catch(() => false);
  saidOfDevice({ persists });
  // once something is carried that could be thrown away
  if (!persists && !askedToPersist && bookStore.snapshot().along.size > 0) await askToPersist();
}

let askedToPersist = false;
/** Asks the browser never to throw the book away by itself; some ask the person. */
export async function askToPersist(): Promise<boolean> {
  askedToPersist = true;
  const persists = (await navigator.storage?.persist?.().catch(() => false)) ?? false;
  saidOfDevice({ persists });
  return persists;
}
