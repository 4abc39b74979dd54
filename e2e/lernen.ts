import { type Locator, type Page, test as base, expect } from '@playwright/test';
import { type TestServer, slowness, startTestServer } from './server';

/** A page of the app on the real server; every test has a browser profile of its own. */
export class Lernen {
  constructor(
    readonly page: Page,
    readonly server: TestServer,
  ) {}

  get quickLine(): Locator {
    return this.page.getByRole('combobox', { name: 'log' });
  }

  async open(path = '/'): Promise<void> {
    const url = new URL(path, this.server.address);
    url.searchParams.set('key', this.server.key);
    await this.page.goto(url.href);
  }

  async startEmpty(): Promise<void> {
    await this.open();
    await this.page.getByRole('button', { name: 'Start empty' }).click();
    await expect(this.page.getByText('Nothing is logged yet.')).toBeVisible();
  }

  async openDemo(path = '/today'): Promise<void> {
    await this.open(`${path}?demo`);
    await expect(this.page.getByText('This is the demo.')).toBeVisible();
  }

  async log(line: string): Promise<void> {
    await this.quickLine.fill(line);
    await this.quickLine.press('Enter');
    await expect(this.quickLine).toHaveValue('');
  }

  /** Chooses one of the options of a field, as a hand does. */
  async choose(field: string, option: string | RegExp): Promise<void> {
    await this.page.getByRole('combobox', { name: field }).click({ delay: 100 });
    await this.page.getByRole('option', { name: option, exact: true }).click({ delay: 100 });
  }

  async go(place: 'Today' | 'Problems' | 'Techniques' | 'Runway' | 'Setup'): Promise<void> {
    await this.page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: place }).click();
    await expect(this.page).toHaveURL(new RegExp(`/${place.toLowerCase()}\\b`));
    if (place !== 'Today') await expect(this.page.getByRole('heading', { level: 1, name: place })).toBeVisible();
  }

  /** Waits until nothing on the page has changed for a while. */
  async settled(): Promise<void> {
    await this.page.evaluate(
      (quiet) =>
        new Promise<void>((resolve) => {
          const done = (): void => {
            observer.disconnect();
            resolve();
          };
          let timer = setTimeout(done, quiet);
          const observer = new MutationObserver(() => {
            clearTimeout(timer);
            timer = setTimeout(done, quiet);
          });
          observer.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
        }),
      300 * slowness,
    );
  }

  async bringFile(name: string, content: string | Buffer): Promise<void> {
    const buffer = typeof content === 'string' ? Buffer.from(content) : content;
    await this.page.getByLabel('Choose a file').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
  }

  /** Presses a button that hands out a file. @returns the file's text. */
  async takeOut(button: string): Promise<string> {
    const [download] = await Promise.all([
      this.page.waitForEvent('download'),
      this.page.getByRole('button', { name: button }).click(),
    ]);
    const chunks: Buffer[] = [];
    for await (const chunk of await download.createReadStream()) chunks.push(Buffer.from(chunk as Uint8Array));
    return Buffer.concat(chunks).toString('utf8');
  }
}

interface Fixtures {
  readonly lernen: Lernen;
  /** Fails the test when the page asks anybody but its own server for anything, reports an error, or breaks its own policy. */
  readonly watch: undefined;
}

export const test = base.extend<Fixtures, { server: TestServer }>({
  server: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const server = await startTestServer();
      await use(server);
      await server.discard();
    },
    { scope: 'worker' },
  ],
  lernen: async ({ page, server }, use) => {
    await use(new Lernen(page, server));
  },
  watch: [
    async ({ page, server }, use) => {
      const problems: string[] = [];
      page.on('pageerror', (error) => problems.push(error.message));
      page.on('console', (message) => {
        if (message.type() === 'error' && /^Lernen:|Content Security Policy|Trusted/.test(message.text()))
          problems.push(message.text());
      });
      page.on('request', (request) => {
        if (!request.url().startsWith(server.address) && !/^(?:blob|data):/.test(request.url()))
          problems.push(`asked ${request.url()}`);
      });
      await use(undefined);
      expect(problems).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** A day so many days from now, `YYYY-MM-DD`, in the zone of the tests' browser. */
export function dayIn(days: number): string {
  return new Intl.DateTimeFormat('sv-SE', { timeZone: 'Europe/Berlin' }).format(Date.now() + days * 86_400_000);
}
