import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { type BrowserContext, chromium } from '@playwright/test';

/** A browser with a profile on disk, that is closed, killed and opened again. */
export class OwnBrowser {
  private readonly profile = fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-browser-'));
  private context: BrowserContext | null = null;

  constructor(private readonly options: { readonly phone: boolean }) {}

  async open(): Promise<BrowserContext> {
    this.context = await chromium.launchPersistentContext(this.profile, {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: ['--disable-gpu', '--no-first-run', '--no-sandbox'],
      locale: 'en-GB',
      serviceWorkers: 'allow',
      ...(this.options.phone ? { viewport: { width: 390, height: 700 }, hasTouch: true } : { viewport: { width: 1280, height: 800 } }),
    });
    return this.context;
  }

  async close(): Promise<void> {
    await this.context?.close();
    this.context = null;
  }

  /** Ends every process of it at once, as a dead battery does. */
  async kill(): Promise<void> {
    for (const pid of fs.readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
      const words = await fs.promises.readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => '');
      if (words.includes(`--user-data-dir=${this.profile}`)) process.kill(Number(pid), 'SIGKILL');
    }
    await this.close().catch(() => {});
  }

  async end(): Promise<void> {
    await this.close().catch(() => {});
    fs.rmSync(this.profile, { recursive: true, force: true, maxRetries: 5 });
  }
}
