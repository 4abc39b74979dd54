import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { type Browser, type Page, chromium as browserType } from '@playwright/test';
import { chromium } from '../server';

/** A browser of its own over a profile on disk, which can be killed as a power cut would. */
export class KillableBrowser {
  private constructor(
    private readonly process: ChildProcess,
    private readonly browser: Browser,
    readonly page: Page,
    /** Everything that the browser said so far. */
    readonly said: () => string,
  ) {}

  static async start(profile: string): Promise<KillableBrowser> {
    const args = [...chromium.args, '--headless', '--no-first-run', `--user-data-dir=${profile}`];
    const child = spawn(chromium.executablePath, [...args, '--remote-debugging-port=0', 'about:blank'], {
      detached: true,
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    const address = await new Promise<string>((resolve, reject) => {
      child.stderr.on('data', (chunk: Buffer) => {
        said += chunk.toString();
        const found = /DevTools listening on (ws:\S+)/.exec(said)?.[1];
        if (found !== undefined) resolve(found);
      });
      child.once('exit', () => reject(new Error(`Chromium did not start: ${said}`)));
    });
    const browser = await browserType.connectOverCDP(address);
    const [context] = browser.contexts();
    if (!context) throw new Error('The browser has no window.');
    // Where tsx runs this, functions that go to the page are wrapped in a helper that the page does not have.
    await context.addInitScript('globalThis.__name ??= (it) => it');
    return new KillableBrowser(child, browser, context.pages()[0] ?? (await context.newPage()), () => said);
  }

  /** Ends all of its processes at once, with no time to write anything. */
  async kill(): Promise<void> {
    const ended = once(this.process, 'exit');
    if (this.process.pid !== undefined) process.kill(-this.process.pid, 'SIGKILL');
    await ended;
    await this.browser.close().catch(() => undefined);
  }
}
