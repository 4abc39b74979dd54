import { archiveFrom, formatArchive } from '@lernen/core/archive';
import { ProblemSchema, SittingSchema, noRecords } from '@lernen/core/model';
import { expect } from '@playwright/test';
import { v7 as newId } from 'uuid';
import { Lernen } from '../lernen';
import type { StandingRecords } from './records';

/** What an act says of the records after a kill. Each returns what is wrong, in words. */
export type Claim = (records: StandingRecords) => string | null;

/** One life of a browser. */
export interface Life {
  readonly lernen: Lernen;
  /** Says something for good once it was confirmed on the page. */
  readonly confirm: (claim: Claim) => void;
  /** Says what must hold after the kill however far the act came. */
  readonly always: (claim: Claim) => void;
  /** Says what must hold after the coming kill, and no longer. */
  readonly next: (claim: Claim) => void;
  /** Says on whose sheet something is typed. */
  readonly opens: (title: string) => void;
  /** When it was killed, milliseconds since the epoch. */
  readonly killedAt: () => number;
}

/** Something done over and over until the browser is killed. */
export interface Act {
  readonly name: string;
  readonly run: (life: Life) => Promise<void>;
}

/** What was typed so long before a kill must be there, milliseconds. */
const typedBefore = 300;

/** Milliseconds between two keys where every one makes the page read a line: quicker than anybody types. */
const keyDelay = 10;

let count = 0;
const next = (what: string): string => `${what} ${String(++count).padStart(4, '0')} of the archipelago`;
const titled =
  (title: string): Claim =>
  ({ problems }) =>
    problems.filter((it) => it.title === title).length === 1 ? null : `“${title}” is missing or twice there`;

/** Lines are logged; one that was confirmed is there with its sitting. */
const logging: Act = {
  name: 'logging',
  run: async ({ lernen, confirm }) => {
    await lernen.go('Today');
    for (;;) {
      const title = next('Beacon');
      await lernen.quickLine.fill(`"${title}" #heap 21m`);
      await lernen.quickLine.press('Enter');
      await expect(lernen.page.getByText(`Logged ${title} as a new problem.`)).toBeVisible();
      confirm(titled(title));
      confirm(({ problems, sittings }) =>
        sittings.some(({ problemId }) => problemId === problems.find((it) => it.title === title)?.id)
          ? null
          : `the sitting of “${title}” is missing`,
      );
    }
  },
};

/** A line is logged and taken back; once that is said it stays away. */
const undoing: Act = {
  name: 'undoing',
  run: async ({ lernen, confirm, always }) => {
    await lernen.go('Today');
    for (;;) {
      const title = next('Taken back');
      always(({ problems, sittings }) => {
        const problem = problems.find((it) => it.title === title);
        const isWhole = !problem || sittings.some(({ problemId }) => problemId === problem.id);
        return isWhole ? null : `“${title}” is there without its sitting`;
      });
      await lernen.log(`"${title}" #heap 21m`);
      await lernen.page.getByRole('button', { name: 'Undo', exact: true }).click();
      await expect(lernen.page.getByText('Undone.', { exact: true })).toBeVisible();
      confirm(({ problems }) => (problems.some((it) => it.title === title) ? `“${title}” came back` : null));
    }
  },
};

/** A statement is typed, word by word; all but the last moment of it is there. */
const typing: Act = {
  name: 'typing',
  run: async ({ lernen, always, opens, killedAt }) => {
    await lernen.go('Today');
    const title = next('Typed');
    await lernen.log(`"${title}" #heap 21m`);
    await lernen.go('Problems');
    await lernen.page.getByRole('link', { name: title, exact: true }).click();
    await lernen.page.getByRole('textbox', { name: 'Statement' }).click();
    opens(title);
    const words: { readonly word: string; readonly at: number }[] = [];
    always(({ problems, statements }) => {
      const text = statements[problems.find((it) => it.title === title)?.id ?? ''] ?? '';
      const due = words.filter(({ at }) => at < killedAt() - typedBefore).map(({ word }) => word);
      const missing = due.filter((word) => !text.includes(word));
      return missing.length === 0 ? null : `${missing.length} of ${due.length} words typed in time are missing`;
    });
    for (let index = 0; ; index++) {
      const word = `w${index}.`;
      await lernen.page.keyboard.type(`${word} `);
      words.push({ word, at: Date.now() });
    }
  },
};

/** A line is begun and not logged; all but the last moment of it stands in the line again. */
const beginning: Act = {
  name: 'beginning a line',
  run: async ({ lernen, next: claimNext, killedAt }) => {
    await lernen.go('Today');
    const title = next('Begun');
    await lernen.log(`"${title} before" #heap 21m`);
    const states: { readonly text: string; readonly at: number }[] = [];
    claimNext(({ line }) => {
      const due = states.findLast(({ at }) => at < killedAt() - typedBefore);
      return !due || line.startsWith(due.text) ? null : `the line says “${line}”, not “${due.text}”`;
    });
    await lernen.quickLine.click();
    for (let text = ''; text.length < 2000; ) {
      text += ` ${title}`;
      await lernen.page.keyboard.type(` ${title}`, { delay: keyDelay });
      states.push({ text, at: Date.now() });
    }
  },
};

/** A sitting is started, written in and saved; it is saved and ended, or neither. */
const reviewing: Act = {
  name: 'reviewing',
  run: async ({ lernen, confirm, always }) => {
    await lernen.go('Today');
    always(({ sittings, running }) =>
      running && sittings.some(({ id }) => id === running.sittingId) ? 'a sitting is saved and still under way' : null,
    );
    const title = next('Reviewed');
    await lernen.log(`"${title}" #heap 21m`);
    for (;;) {
      await lernen.go('Problems');
      await lernen.page.getByRole('link', { name: title, exact: true }).click();
      await lernen.page.getByRole('button', { name: 'Sketch' }).click();
      await lernen.page.getByRole('button', { name: 'Finish' }).click();
      const note = next('Note');
      await lernen.page.getByLabel('Note').fill(note);
      await lernen.page.getByLabel('solved', { exact: true }).click();
      await lernen.page.getByRole('button', { name: 'Save and compare' }).click();
      await lernen.page.waitForURL(/desk\/done/);
      confirm(({ sittings }) =>
        sittings.some((it) => it.note === note) ? null : `the sitting with “${note}” is missing`,
      );
    }
  },
};

const batch = 40;

/** Archives are brought in; each is there as a whole or not at all. */
const importing: Act = {
  name: 'importing',
  run: async ({ lernen, confirm, always }) => {
    await lernen.go('Setup');
    for (;;) {
      const name = next('Batch');
      const problems = Array.from({ length: batch }, (_, index) => {
        const id = newId();
        return ProblemSchema.parse({
          id,
          revision: id,
          title: `${name} ${index}`,
          createdAt: '2026-11-01T10:00:00.000Z',
        });
      });
      const sittings = problems.map(({ id: problemId }) => {
        const id = newId();
        const startedAt = '2026-11-02T10:00:00.000Z';
        return SittingSchema.parse({ id, revision: id, problemId, kind: 'first-solve', startedAt, result: 'solved' });
      });
      const counts = (records: StandingRecords): readonly number[] => {
        const ids = new Set(records.problems.filter(({ title }) => title.startsWith(name)).map(({ id }) => id));
        return [ids.size, records.sittings.filter(({ problemId }) => ids.has(problemId)).length];
      };
      const is = (wanted: readonly number[]) => (records: StandingRecords) =>
        counts(records).every((it, index) => it === wanted[index]);
      always((records) =>
        is([0, 0])(records) || is([batch, batch])(records)
          ? null
          : `${name} is there in part: ${counts(records).join()}`,
      );
      const archive = archiveFrom({ ...noRecords, problems, sittings }, '2026-11-03T10:00:00.000Z');
      await lernen.bringFile(`${name}.json`, formatArchive(archive));
      await expect(lernen.page.getByText(`Imported ${name}.json.`, { exact: true })).toBeVisible();
      confirm((records) => (is([batch, batch])(records) ? null : `${name} was confirmed and is not whole`));
    }
  },
};

/** Everything is made as in a file, and that is undone; either state is there as a whole. */
const restoring: Act = {
  name: 'restoring',
  run: async ({ lernen, confirm, always }) => {
    await lernen.go('Today');
    const [first, second] = [next('Anchor'), next('Anchor')];
    await lernen.log(`"${first}" #heap 21m`);
    await lernen.go('Setup');
    const then = await lernen.takeOut('Everything, as a Lernen archive');
    await lernen.log(`"${second}" #heap 21m`);
    const file = then.replace(first, `${first} then`);
    always(({ problems }) => {
      const isRenamed = problems.some((it) => it.title === `${first} then`);
      const isRemoved = !problems.some((it) => it.title === second);
      return isRenamed === isRemoved ? null : `going back to before “${second}” happened in part`;
    });
    await lernen.bringFile('then.json', file);
    await lernen.page.getByRole('button', { name: 'Make everything as it is in this file' }).click();
    await lernen.page.getByRole('button', { name: 'Go back to it', exact: true }).click();
    await expect(lernen.page.getByText('Went back to then.json.', { exact: true })).toBeVisible();
    await lernen.page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(lernen.page.getByText('Undone.', { exact: true })).toBeVisible();
    confirm(titled(second));
  },
};

export const acts: readonly Act[] = [logging, typing, beginning, reviewing, importing, undoing, restoring];
