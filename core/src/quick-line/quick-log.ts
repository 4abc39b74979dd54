import type { Log } from '../model/log';
import { type Problem, ProblemSchema, noCost } from '../model/problem';
import { factsFromWords } from './keyed-fields';
import type { QuickDraft } from './quick-draft';
import type { NewId } from '../model/record';
import { type Sitting, SittingSchema } from '../model/sitting';
import type { ReviewKind, SittingKind } from '../model/sitting-kinds';
import { type Technique, TechniqueSchema } from '../model/technique';
import { type Instant, type Zone, dayOf, instantAt } from '../model/time';

export interface QuickMoment {
  readonly now: Instant;
  readonly zone: Zone;
  readonly newId: NewId;
}

/** What a problem is planned as for today. */
export interface PlannedToday {
  readonly kind: ReviewKind;
  readonly minutes: number;
  /** For a Twist: how the problem is changed. */
  readonly twist: string | null;
}

/** What keeping a problem for later writes. */
export interface PlannedRecords {
  /** New or changed; null where a known problem stays as it is. */
  readonly problem: Problem | null;
  readonly problemId: string;
  readonly title: string;
  readonly isNewProblem: boolean;
  readonly techniques: readonly Technique[];
  /** What changes about a known problem, for people: `difficulty: medium instead of hard`. */
  readonly changes: readonly string[];
}

/** The records that logging a quick line writes. */
export interface QuickRecords extends PlannedRecords {
  readonly sitting: Sitting;
}

/** The clock time given to a sitting where only the day is known. */
const unknownClock = '12:00';

/**
 * Turns a complete draft into records. A new title makes a problem whose recorded answer is what the line says; for a
 * known one the line's technique and cost are what the person named and stated this time, and fill only what the
 * problem does not have yet. What is done of it today is taken for what is planned of it, where nothing else is said.
 */
export function recordsFromDraft(
  draft: QuickDraft,
  known: Problem | null,
  log: Pick<Log, 'sittings'>,
  moment: QuickMoment,
  planned: PlannedToday | null = null,
): QuickRecords {
  const { newId } = moment;
  const { isNewProblem, changes, techniques, problemId, title, problem } = plannedFromDraft(draft, known, moment);
  const isFirst = known === null || !log.sittings.some((sitting) => sitting.problemId === known.id);
  const kind = draft.kind ?? (isFirst ? 'first-solve' : repeatedAs(draft, planned, moment));
  const sitting = SittingSchema.parse({
    id: newId(),
    revision: newId(),
    problemId,
    kind,
    twist: kind === 'twist' ? (planned?.twist ?? null) : null,
    startedAt: startOf(draft, moment),
    minutes: draft.minutes,
    ...factsFromWords(draft.words, draft.attempts, draft.result),
    result: draft.result,
    help: draft.help,
    named: known === null ? null : (draft.techniques[0] ?? null),
    stated: draft.cost,
    slips: [...draft.slips],
  });
  return { problem, problemId, title, isNewProblem, sitting, techniques, changes };
}

/** What a problem is worked again as: all of it, unless less is planned for today and it took no more than twice as long as that. */
function repeatedAs(
  { day, minutes }: QuickDraft,
  planned: PlannedToday | null,
  { now, zone }: QuickMoment,
): SittingKind {
  const isToday = day === null || day === dayOf(now, zone);
  return planned !== null && isToday && (minutes ?? 0) <= 2 * planned.minutes ? planned.kind : 'rebuild';
}

/** The problem of a draft without any sitting: it is kept for later. */
export function plannedFromDraft(draft: QuickDraft, known: Problem | null, moment: QuickMoment): PlannedRecords {
  const { newId } = moment;
  const techniques = Object.entries(draft.newTechniques).map(([id, name]) =>
    TechniqueSchema.parse({ id, revision: newId(), name, family: 'My own' }),
  );
  const updated = known ? filledProblem(known, draft) : newProblem(draft, moment);
  const changes = known ? describeChanges(known, updated) : [];
  return {
    problem: known === null ? updated : changes.length > 0 ? { ...updated, revision: newId() } : null,
    problemId: updated.id,
    title: updated.title,
    isNewProblem: known === null,
    techniques,
    changes,
  };
}

function newProblem(draft: QuickDraft, { now, newId }: QuickMoment): Problem {
  return ProblemSchema.parse({
    id: newId(),
    revision: newId(),
    title: draft.title,
    difficulty: draft.difficulty,
    techniques: [...draft.techniques],
    cost: draft.slips.includes('cost-misstated') ? noCost : draft.cost,
    origin: draft.origin,
    employer: draft.employer,
    link: draft.link,
    createdAt: now,
  });
}

function filledProblem(known: Problem, draft: QuickDraft): Problem {
  const mayFillCost = !draft.slips.includes('cost-misstated');
  return {
    ...known,
    techniques: known.techniques.length > 0 ? known.techniques : [...draft.techniques],
    cost: {
      time: known.cost.time ?? (mayFillCost ? draft.cost.time : null),
      space: known.cost.space ?? (mayFillCost ? draft.cost.space : null),
    },
    difficulty: draft.difficulty ?? known.difficulty,
    origin: draft.origin ?? known.origin,
    employer: draft.employer ?? known.employer,
    link: draft.link ?? known.link,
  };
}

function describeChanges(before: Problem, after: Problem): string[] {
  const fields = ['difficulty', 'origin', 'employer', 'link'] as const;
  const changes = fields
    .filter((field) => before[field] !== after[field])
    .map((field) => `${field}: ${after[field]}${before[field] === null ? '' : ` instead of ${before[field]}`}`);
  if (before.techniques.length !== after.techniques.length) changes.push('technique recorded');
  if (before.cost.time !== after.cost.time || before.cost.space !== after.cost.space) changes.push('cost recorded');
  return changes;
}

/** A sitting of today began its minutes ago; one of an earlier day is put at noon. */
function startOf(draft: QuickDraft, { now, zone }: QuickMoment): Instant {
  if (draft.day !== null && draft.day !== dayOf(now, zone)) return instantAt(draft.day, unknownClock, zone);
  return new Date(Date.parse(now) - (draft.minutes ?? 0) * 60_000).toISOString();
}
