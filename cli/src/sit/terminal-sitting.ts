import { archiveFrom, formatArchive } from '@lernen/core/archive';
import { type Turn, attemptOf, helpStepsOf, resultFrom, stretchesOf, turned, withComplete } from '@lernen/core/desk';
import { LernenError } from '@lernen/core/errors';
import {
  type Attempt,
  type Entry,
  type Instant,
  type Moment,
  type Phase,
  type Problem,
  type Result,
  type SittingKind,
  emptyEntry,
  emptySitting,
  noRecords,
  phases,
  secondsText,
} from '@lernen/core/model';
import type { CheckResult } from '@lernen/core/run';

/** What the sitting is about and what it needs from outside. */
export interface SittingSetup {
  readonly problem: Problem;
  readonly entries: readonly Entry[];
  readonly kind: SittingKind;
  readonly language: string;
  readonly newId: () => string;
  readonly now: () => Instant;
}

/** What may be said to a sitting in the terminal, with what it does. */
export const commands = [
  ['run', 'run the code over all checks now'],
  ['hint', 'show the next step of help'],
  ['plain COST', 'the plain approach stands, at this cost'],
  ['phase NAME', `go over to ${phases.join(', ')}`],
  ['pause, go on', 'stop the clock, and let it run on'],
  ['done', 'end it as the checks say'],
  ['give up', 'end it unsolved'],
] as const;

/** A sitting of which the clock, the attempts and the help are kept in the terminal, as the desk keeps them in the browser. */
export class TerminalSitting {
  private readonly id: string;
  private readonly startedAt: Instant;
  private turns: readonly Turn[] = [{ phase: 'read', at: 0 }];
  private attempts: Attempt[] = [];
  private moments: Moment[] = [];
  private workedBefore = 0;
  private resumedAt: number | null;
  private code = '';
  private readonly versionId: string;

  constructor(private readonly setup: SittingSetup) {
    this.id = setup.newId();
    this.versionId = setup.newId();
    this.startedAt = setup.now();
    this.resumedAt = Date.parse(this.startedAt);
  }

  /** Milliseconds at work. A clock that was set back takes nothing off. */
  worked(): number {
    const since = this.resumedAt === null ? 0 : Date.parse(this.setup.now()) - this.resumedAt;
    return this.workedBefore + Math.max(since, 0);
  }

  get clock(): string {
    return secondsText(Math.floor(this.worked() / 1000));
  }

  turnTo(phase: Phase): void {
    this.turns = turned(this.turns, phase, this.worked());
  }

  pause(): void {
    this.workedBefore = this.worked();
    this.resumedAt = null;
  }

  goOn(): void {
    this.resumedAt ??= Date.parse(this.setup.now());
  }

  notePlain(cost: string): void {
    const others = this.moments.filter(({ kind }) => kind !== 'plain');
    this.moments = [...others, { at: this.seconds(), kind: 'plain', text: cost.slice(0, 500) }];
  }

  /** The next step of help that the sheet holds; null where there is none left. */
  nextHelp(): string | null {
    const steps = helpStepsOf(this.setup.entries);
    const step = steps[this.moments.filter(({ kind }) => kind === 'help').length];
    if (!step) return null;
    this.moments = [...this.moments, { at: this.seconds(), kind: 'help', text: step.text.slice(0, 500) }];
    return step.text;
  }

  /** A run over all checks. @returns the attempt that it was; null where no check says what is expected */
  take(code: string, results: readonly CheckResult[]): Attempt | null {
    this.code = code;
    const attempt = attemptOf(results, this.versionId, this.worked());
    if (!attempt) return null;
    this.attempts = [...this.attempts, attempt];
    if (attempt.verdict === 'accepted') this.moments = withComplete(this.moments, this.seconds());
    return attempt;
  }

  /** What came of it. Who ends it without a run has done something, of which nothing is known. */
  result(hasGivenUp: boolean): Result {
    const hasPlain = this.moments.some(({ kind }) => kind === 'plain');
    return resultFrom(this.attempts, hasPlain, hasGivenUp) ?? (this.attempts.length > 0 ? 'unsolved' : 'partly');
  }

  /** The sitting with its problem and the code as an archive, which the application merges in. */
  archive(result: Result): string {
    const { problem, kind, language, newId } = this.setup;
    const worked = this.worked();
    const sitting = {
      ...emptySitting({
        id: this.id,
        revision: newId(),
        problemId: problem.id,
        kind,
        startedAt: this.startedAt,
        result,
      }),
      minutes: Math.min(Math.max(Math.round(worked / 60_000), 1), 1440),
      attempts: this.attempts.slice(-99),
      help: this.moments.some((it) => it.kind === 'help') ? ('hint' as const) : ('none' as const),
      language: language === '' ? null : language.slice(0, 40),
      course: stretchesOf(this.turns, worked),
      moments: this.moments.slice(-100),
    };
    // What is written in a review stands apart from the sheet.
    const sittingId = kind === 'first-solve' ? null : this.id;
    const version = emptyEntry('version', problem.id, this.versionId, { language, code: this.code, sittingId });
    const entries = this.code.trim() === '' ? [] : [{ ...version, revision: newId() }];
    return formatArchive(
      archiveFrom({ ...noRecords, problems: [problem], sittings: [sitting], entries }, this.setup.now()),
    );
  }

  private seconds(): number {
    return Math.round(this.worked() / 1000);
  }
}

/** The phase of a word. @throws LernenError */
export function phaseOf(word: string): Phase {
  const phase = phases.find((it) => it === word.trim().toLowerCase());
  if (!phase) throw new LernenError('sit', `“${word}” is no phase; ${phases.join(', ')} are.`);
  return phase;
}
