import { DestroyRef, Injectable, effect, inject, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { costFault } from '@lernen/core/cost';
import { attemptOf, phaseAt, withComplete } from '@lernen/core/desk';
import { type Stage, isFilled, maxAttempts } from '@lernen/core/model';
import { CheckRuns, type FinishedRun } from '../store/check-runs';
import { Clock } from '../store/clock';
import type { Running } from '../store/running';
import { RunningStore } from '../store/running-store';
import { SheetStore } from '../store/sheet-store';

/** Without a key or a move of the pointer for so long, milliseconds, one may have been away. */
const quietMs = 5 * 60_000;
const signs = ['keydown', 'pointerdown', 'pointermove', 'wheel', 'touchmove'] as const;
const mostWrongChecks = 40;

/**
 * What the desk writes down by itself while one works: the phase that one is in, when the plain approach stood, every run
 * over all checks as an attempt, and times in which nothing moved. Provided by the desk.
 */
@Injectable()
export class DeskRecord {
  private readonly running = inject(RunningStore);
  private readonly sheet = inject(SheetStore);
  private readonly clock = inject(Clock);
  private lastSign = this.clock.milliseconds();

  constructor() {
    inject(CheckRuns)
      .finished.pipe(takeUntilDestroyed())
      .subscribe((run) => void this.take(run));
    effect(() => this.followPlainApproach());
    const sign = (): void => this.seeSign();
    for (const name of signs) document.addEventListener(name, sign, { passive: true, capture: true });
    inject(DestroyRef).onDestroy(() =>
      signs.forEach((name) => document.removeEventListener(name, sign, { capture: true })),
    );
  }

  /** One writes in a stage, or looks into it with the cursor. */
  enter(stage: Stage): void {
    void this.running.turnTo(phaseAt(stage));
  }

  /** After a long quiet the person is asked whether they were working; the clock ran on. */
  private seeSign(): void {
    const now = this.clock.milliseconds();
    const running = this.running.running();
    const since = Math.max(this.lastSign, running?.resumedAt ?? now);
    this.lastSign = now;
    if (running?.resumedAt != null && now - since >= quietMs)
      void this.running.change({ quietFor: running.quietFor + now - since });
  }

  /** The first approach that is written in this sitting, with its cost. */
  private followPlainApproach(): void {
    const running = this.running.running();
    const [first] = this.sheet.of('approach');
    if (running?.step !== 'working' || !first || first.id < running.sittingId) return;
    const time = first.time.trim();
    if (first.idea.trim() === '' || time === '' || costFault(time) !== null) return;
    const known = running.moments.find(({ kind }) => kind === 'plain');
    untracked(() => {
      if (!known) void this.running.note('plain', time);
      else if (known.text !== time)
        void this.running.change({ moments: running.moments.map((it) => (it === known ? { ...it, text: time } : it)) });
    });
  }

  private async take({ versionId, results }: FinishedRun): Promise<void> {
    const running = this.running.running();
    const examples = this.sheet.of('example').filter(isFilled);
    if (!running || results.length < examples.length) return;
    const attempt = attemptOf(results, versionId, this.running.worked());
    if (!attempt || running.attempts.length >= maxAttempts) return;
    const wrong = results
      .filter(({ verdict }) => verdict !== 'right' && verdict !== 'ran' && verdict !== 'unreadable')
      .map(({ id, verdict, message, difference }) => ({ exampleId: id, result: { verdict, message, difference } }));
    const known = new Set(running.wrongChecks.map(keyOf));
    await this.running.change({
      attempts: [...running.attempts, attempt],
      wrongChecks: [...running.wrongChecks, ...wrong.filter((it) => !known.has(keyOf(it)))].slice(0, mostWrongChecks),
      ...(attempt.verdict === 'accepted' && { moments: withComplete(running.moments, attempt.at ?? 0) }),
    });
  }
}

function keyOf({ exampleId, result }: Running['wrongChecks'][number]): string {
  return `${exampleId} ${result.verdict}`;
}
