import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { type BrowserContext, chromium } from '@playwright/test';

/** A browser with a profile on disk, that is closed, killed and opened again. */
export class OwnBrowser {
  private readonly profile = fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-browser-'));
  private context: BrowserContext | null = null;
  private group: number | null = null;

  constructor(private readonly options: { readonly phone: boolean }) {}

  async open(): Promise<BrowserContext> {
    this.context = await chromium.launchPersistentContext(this.profile, {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: ['--disable-gpu', '--no-first-run', '--no-sandbox'],
      locale: 'en-GB',
      serviceWorkers: 'allow',
      ...(this.options.phone ? { viewport: { width: 390, height: 700 }, hasTouch: true } : { viewport: { width: 1280, height: 800 } }),
    });
    this.group = mainProcess(this.profile);
    return this.context;
  }

  async close(): Promise<void> {
    await this.context?.close();
    this.context = null;
  }

  /** Ends every process of it at once, as a dead battery does. */
  async kill(): Promise<void> {
    if (this.group !== null) process.kill(-this.group, 'SIGKILL');
    await this.close().catch(() => {});
  }

  async end(): Promise<void> {
    await this.close().catch(() => {});
    fs.rmSync(this.profile, { recursive: true, force: true, maxRetries: 5 });
  }
}

/** The browser's first process, which leads a group with all others of it. */
function mainProcess(profile: string): number {
  for (const pid of fs.readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    let words = '';
    try {
      words = fs.readFileSync(`/proc/${pid}/cmdline`, 'utf8');
    } catch {
      // it has ended meanwhile
    }
    if (words.includes(`--user-data-dir=${profile}`) && !words.includes('--type=')) return Number(pid);
  }
  throw new Error('the browser has no process');
}
