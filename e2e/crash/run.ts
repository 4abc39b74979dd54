import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Lernen } from '../lernen';
import { startTestServer } from '../server';
import { type Act, type Claim, acts } from './acts';
import { KillableBrowser } from './browser';
import { standingRecords } from './records';
import { tearEnd } from './torn-end';

export interface CrashResult {
  readonly moments: number;
  /** How many claims were checked after the kills. */
  readonly claims: number;
  /** Kills that left the browser's own file with a record that is not ended. */
  readonly torn: number;
  /** Kills that came while each act was under way. */
  readonly byAct: Readonly<Record<string, number>>;
  /** What was lost or half done, in words. */
  readonly broken: readonly string[];
}

/** The longest that a browser lives after its page is there, milliseconds. */
const longestLife = 2500;

/** The share of kills that leave a record half written: by themselves one in hundreds does. */
const tornShare = 0.3;

/** A browser that was started again after a kill. */
interface Revived {
  readonly lernen: Lernen;
  readonly browser: KillableBrowser;
  /** After which kill, and what was done then. */
  readonly what: string;
  /** The title on whose sheet was typed; null where on none. */
  readonly opened: string | null;
}

/** What helps to find out why something is lost: what the page says, and what the browser says of its storage. */
async function circumstances(what: string, { page }: Lernen, browser: KillableBrowser): Promise<string> {
  const alarm = await page.locator('app-records-bar').innerText();
  const storage = browser
    .said()
    .split('\n')
    .filter((line) => /indexed.?db|leveldb|corrupt|quota/i.test(line));
  return `${what}: the page says “${alarm.replace(/\s+/g, ' ').trim()}”, the browser “${storage.join(' ')}”`;
}

/**
 * Kills the browser at random moments while something is done, starts it again on the same profile, and looks whether all
 * that was confirmed before is there, and nothing by half.
 */
export async function crashRun(
  moments: number,
  random: () => number,
  onMoment: (done: number) => void = () => undefined,
): Promise<CrashResult> {
  const server = await startTestServer();
  const profile = await mkdtemp(join(tmpdir(), 'lernen-crash-'));
  const confirmed: Claim[] = [];
  const always: Claim[] = [];
  const next: Claim[] = [];
  const broken: string[] = [];
  const byAct: Record<string, number> = {};
  let claims = 0;
  let torn = 0;
  const check = async ({ lernen, browser, what, opened }: Revived): Promise<void> => {
    let records = await standingRecords(lernen.page);
    if (opened !== null) {
      // What was typed last is brought back where it was typed.
      const id = records.problems.find(({ title }) => title === opened)?.id;
      await lernen.open(`/problems/${id ?? ''}`);
      await lernen.settled();
      records = await standingRecords(lernen.page);
    }
    const wrong = new Map<Claim, string>();
    for (const claim of [...confirmed, ...always, ...next.splice(0)]) {
      claims++;
      const text = claim(records);
      if (text !== null) wrong.set(claim, text);
    }
    if (wrong.size === 0) return;
    broken.push(...[...wrong.values()].map((text) => `${what}: ${text}`), await circumstances(what, lernen, browser));
    // What is lost is told once.
    for (const claims of [confirmed, always]) claims.splice(0, claims.length, ...claims.filter((it) => !wrong.has(it)));
  };
  let opened: string | null = null;
  let lastAct = '';
  try {
    for (let moment = 0; moment <= moments; moment++) {
      const browser = await KillableBrowser.start(profile);
      const lernen = new Lernen(browser.page, server);
      await lernen.open(moment === 0 ? '/' : '/setup');
      if (moment === 0) await lernen.page.getByRole('button', { name: 'Start empty' }).click();
      else await lernen.page.getByRole('heading', { level: 1, name: 'Setup' }).waitFor();
      if (moment > 0) await check({ lernen, browser, what: `after kill ${moment}, ${lastAct}`, opened });
      opened = null;
      const act = acts[Math.floor(random() * acts.length)] as Act;
      lastAct = act.name;
      let killedAt = Infinity;
      let isOver = false;
      const running = act.run({
        lernen,
        confirm: (claim) => void (isOver || confirmed.push(claim)),
        always: (claim) => void (isOver || always.push(claim)),
        next: (claim) => void (isOver || next.push(claim)),
        opens: (title) => void (isOver || (opened = title)),
        killedAt: () => killedAt,
      });
      const ended = running.then(
        () => null,
        (error: unknown) => (isOver ? null : String(error)),
      );
      const life = new Promise<null>((resolve) => setTimeout(resolve, 300 + random() * longestLife, null));
      const failed = moment === moments ? null : await Promise.race([life, ended]);
      if (failed !== null) broken.push(`${act.name} could not go on: ${failed}`);
      isOver = true;
      killedAt = Date.now();
      await browser.kill();
      await ended;
      if (random() < tornShare && (await tearEnd(profile))) torn++;
      byAct[act.name] = (byAct[act.name] ?? 0) + 1;
      onMoment(moment);
    }
  } finally {
    await server.discard();
    await rm(profile, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 });
  }
  return { moments, claims, torn, byAct, broken };
}
