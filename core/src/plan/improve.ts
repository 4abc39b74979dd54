import type { Placed } from './calendar';
import type { Placement } from './candidate';
import type { GreedyHelp } from './greedy';
import { planParameters } from './parameters';
import type { Schedule } from './schedule';
import { type Track, successorOf } from './track';

const { improving } = planParameters;

/** One thing that can be done about a hole in the plan. */
interface Filling {
  readonly track: Track;
  readonly placement: Placement;
  readonly lent: number[];
  readonly gain: number;
}

/**
 * Makes a filled plan better. It takes out one item, all of a day, or a pair, or forces something in and takes out what
 * stands in its way; then it fills the holes again in the best way it finds, with another kind, on another day, by
 * something else. What does not gain is put back. It ends when nothing gains any more or when so many gains were
 * computed, never by the clock, so that the same input gives the same plan. An item that stood in the previous plan is
 * moved only for a clear gain.
 */
export function improve(tracks: Track[], schedule: Schedule, help: GreedyHelp): void {
  new Improvement(tracks, schedule, help).run();
}

type Score = (filling: Filling) => number;
type Item = Pick<Placed, 'track' | 'placement'>;

/** A try: what is taken out, and what is put in before the holes are filled. */
interface Change {
  readonly out: readonly Placed[];
  readonly forced: readonly Item[];
}

class Improvement {
  private left: number;
  /** Whether the filling is near an earlier plan, which was searched through then. */
  private readonly followsPlan: boolean;
  /** By all changes that were kept. */
  private gained = 0;

  constructor(
    private readonly tracks: Track[],
    private readonly schedule: Schedule,
    private readonly help: GreedyHelp,
  ) {
    this.followsPlan = this.items().some((item) => this.wasPlanned(item));
    this.left = this.followsPlan ? improving.evaluationsAgain : improving.evaluations;
  }

  run(): void {
    this.climb();
    if (this.followsPlan) return;
    const others = Array.from({ length: improving.restarts }, (_, round) => shaken(round));
    const scores = [byGain, byGainPerMinute, ...others];
    for (const score of scores) if (this.left > 0 && this.help.onProgress(1)) this.startAnew(score);
  }

  /** Tries everything until nothing gains any more. */
  private climb(): void {
    const neighbourhoods = [
      () => this.singles(),
      () => this.days(),
      () => this.forced((track, placement) => this.inTheWay(track, placement)),
      () => this.pairs(),
      () => this.tracksExchanged(),
      () => this.daysExchanged(),
      () => this.forced((track, placement) => this.allOf(track, placement)),
      () => this.pairsOfDays(),
    ];
    for (let index = 0; index < neighbourhoods.length && this.left > 0 && this.help.onProgress(1); ) {
      const hasGained = this.tryAll(neighbourhoods[index]?.() ?? []);
      index = hasGained ? 0 : index + 1;
    }
  }

  /** Fills an empty plan in another way, climbs from there, and keeps it if it came higher. */
  private startAnew(score: Score): void {
    const before = this.items();
    const lost = before.reduce((sum, item) => sum + this.takeOut(item), 0);
    const gained = this.refill(new Set(this.schedule.calendar.placed.keys()), new Set(), score, []);
    const start = this.gained;
    this.climb();
    if (gained + this.gained - start > lost + improving.leastGain) return;
    for (const item of this.items()) this.takeOut(item);
    for (const { track, placement } of before) this.schedule.put(track, placement);
  }

  private tryAll(changes: Iterable<Change>): boolean {
    let hasGained = false;
    for (const change of changes) {
      if (this.left <= 0) break;
      if (change.out.every((item) => this.isPlaced(item)) && this.attempt(change)) hasGained = true;
    }
    return hasGained;
  }

  /** Every item, the weakest first. */
  private singles(): Change[] {
    return this.items()
      .map((item) => ({ item, gain: this.schedule.gainPerMinute(item.track, item.placement) }))
      .sort((a, b) => a.gain - b.gain)
      .map(({ item }) => ({ out: [item], forced: [] }));
  }

  /** All of a day. */
  private days(): Change[] {
    return this.schedule.calendar.placed
      .map((items) => ({ out: items.filter((item) => !item.isPinned), forced: [] }))
      .filter(({ out }) => out.length > 1);
  }

  /** Two tracks, each with the days and kinds of the other. */
  private *tracksExchanged(): Generator<Change> {
    const items = this.items();
    const placed = [...this.tracks].filter(({ candidate, placements }) => candidate.most > 0 && !isFresh(placements));
    for (let first = 0; first < placed.length; first++)
      for (let second = first + 1; second < placed.length; second++) {
        const [one, other] = [placed[first], placed[second]];
        if (!one || !other || one.placements.length + other.placements.length === 0) continue;
        const out = items.filter(({ track }) => track === one || track === other);
        const forced = out.flatMap(({ track, placement }) => itemAs(track === one ? other : one, placement));
        if (out.length > 1 || forced.length > 0) yield { out, forced };
      }
  }

  /** All of two days, each on the other. */
  private *daysExchanged(): Generator<Change> {
    for (const { out } of this.pairsOfDays()) {
      const [one, other] = [out[0]?.placement.day, out.at(-1)?.placement.day];
      if (one === undefined || other === undefined) continue;
      const forced = out.map(({ track, placement }) => ({
        track,
        placement: { ...placement, day: placement.day === one ? other : one },
      }));
      yield { out, forced };
    }
  }

  private *pairsOfDays(): Generator<Change> {
    const days = this.days();
    for (let first = 0; first < days.length; first++)
      for (let second = first + 1; second < days.length; second++)
        yield { out: [...(days[first]?.out ?? []), ...(days[second]?.out ?? [])], forced: [] };
  }

  /** Everything that could stand somewhere, with what is taken out for it. */
  private *forced(outFor: (track: Track, placement: Placement) => Placed[] | null): Generator<Change> {
    const { calendar } = this.schedule;
    for (const track of [...this.tracks])
      for (let day = track.candidate.notBefore; day < calendar.length; day++)
        for (const { kind, minutes } of track.candidate.kinds) {
          const placement: Placement = { day, kind, minutes };
          const out = calendar.admits(day, kind, minutes) ? outFor(track, placement) : null;
          if (out) yield { out, forced: [{ track, placement }] };
        }
  }

  /** All of the day, and all of the track. */
  private allOf(track: Track, { day, kind }: Placement): Placed[] | null {
    if (track.placements.some((it) => it.day === day && it.kind === kind)) return null;
    const out = this.schedule.calendar.placed.flatMap((items) =>
      items.filter((item) => item.track === track || item.placement.day === day),
    );
    return out.some(({ isPinned }) => isPinned) ? null : out;
  }

  /** Its own neighbours, and the weakest of the day. */
  private inTheWay(track: Track, { day, kind, minutes }: Placement): Placed[] | null {
    const { calendar } = this.schedule;
    const near = track.placements.filter((it) => Math.abs(it.day - day) < calendar.leastGap);
    if (near.some((it) => it.day === day && it.kind === kind)) return null;
    const out = calendar.placed.flatMap((items) =>
      items.filter((item) => item.track === track && near.includes(item.placement)),
    );
    if (track.placements.length - near.length >= track.candidate.most) return null;
    const weakest = calendar
      .itemsOn(day)
      .filter((item) => !out.includes(item))
      .sort((a, b) => this.worthOf(a) - this.worthOf(b));
    let room =
      calendar.leftOn(day) + out.reduce((sum, it) => sum + (it.placement.day === day ? it.placement.minutes : 0), 0);
    let fresh = calendar.freshOn(day);
    for (const item of weakest) {
      const hasSlot = kind !== 'fresh' || fresh < planParameters.freshPerDay;
      if (minutes <= room && hasSlot) break;
      if (item.isPinned || (minutes <= room && item.placement.kind !== 'fresh')) continue;
      out.push(item);
      room += item.placement.minutes;
      if (item.placement.kind === 'fresh') fresh--;
    }
    return out.some(({ isPinned }) => isPinned) || minutes > room ? null : out;
  }

  private worthOf({ track, placement }: Placed): number {
    this.left--;
    return this.schedule.gainPerMinute(track, placement);
  }

  private *pairs(): Generator<Change> {
    const items = this.items();
    for (let first = 0; first < items.length; first++)
      for (let second = first + 1; second < items.length; second++) {
        const [one, other] = [items[first], items[second]];
        if (one && other) yield { out: [one, other], forced: [] };
      }
  }

  private items(): Placed[] {
    return this.schedule.calendar.placed.flatMap((items) => items.filter((item) => !item.isPinned));
  }

  private wasPlanned({ track, placement: { day, kind } }: Item): boolean {
    return this.help.plannedBefore(track.candidate)?.get(day)?.includes(kind) ?? false;
  }

  private isPlaced({ track, placement }: Placed): boolean {
    return track.placements.includes(placement);
  }

  /** Tries a change, with the holes filled by most gain and by most gain a minute. */
  private attempt(change: Change): boolean {
    return this.attemptBy(change, byGain) || this.attemptBy(change, byGainPerMinute);
  }

  private attemptBy({ out, forced }: Change, score: Score): boolean {
    if (this.left <= 0) return false;
    const { schedule } = this;
    const known = this.tracks.length;
    let margin = improving.leastGain;
    let gained = 0;
    for (const item of out) {
      const worth = this.takeOut(item);
      gained -= worth;
      if (this.wasPlanned(item)) margin += (planParameters.inertia - 1) * worth;
    }
    const filled: Filling[] = [];
    for (const { track, placement } of forced)
      if (schedule.allows(track, placement)) gained += this.fill(this.fillingOf(track, placement), filled);
    const days = new Set(out.map(({ placement }) => placement.day));
    gained += this.refill(days, new Set(out.map(({ track }) => track)), score, filled);
    if (gained > margin) {
      this.gained += gained;
      return true;
    }
    for (const { track, placement } of filled.reverse()) schedule.takeOut(track, placement);
    for (const { track, placement } of out) schedule.put(track, placement);
    this.tracks.length = known;
    return false;
  }

  /** Gives what it was worth. */
  private takeOut({ track, placement }: Item): number {
    const before = track.lent;
    this.schedule.takeOut(track, placement);
    return this.schedule.gainOf(track, before) * track.candidate.bonus;
  }

  private fill(next: Filling, filled: Filling[]): number {
    this.schedule.put(next.track, next.placement, false, next.lent);
    filled.push(next);
    const opened = successorOf(next.track, this.schedule.targets);
    if (opened && !this.tracks.some(({ candidate }) => candidate === opened.candidate)) this.tracks.push(opened);
    return next.gain;
  }

  /** Fills the holes: anything can go on these days, and the tracks that were taken out on any day. */
  private refill(days: ReadonlySet<number>, freed: ReadonlySet<Track>, score: Score, filled: Filling[]): number {
    let gained = 0;
    for (;;) {
      const next = this.bestFilling(days, freed, score);
      if (!next) return gained;
      gained += this.fill(next, filled);
    }
  }

  private bestFilling(days: ReadonlySet<number>, freed: ReadonlySet<Track>, score: Score): Filling | null {
    let best: Filling | null = null;
    let most = 0;
    for (const track of this.tracks) {
      if (track.placements.length >= track.candidate.most) continue;
      const tried = freed.has(track) ? this.schedule.calendar.placed.keys() : days;
      for (const day of tried) {
        for (const { kind, minutes } of track.candidate.kinds) {
          const placement: Placement = { day, kind, minutes };
          if (!this.schedule.allows(track, placement)) continue;
          const filling = this.fillingOf(track, placement);
          const found = score(filling);
          if (found > most) [best, most] = [filling, found];
        }
      }
    }
    return best;
  }

  private fillingOf(track: Track, placement: Placement): Filling {
    this.left--;
    const lent = this.schedule.lentWith(track, placement);
    return { track, placement, lent, gain: this.schedule.gainOf(track, lent) * track.candidate.bonus };
  }
}

const byGain = ({ gain }: Filling): number => gain;
/** Gain a minute, more for some and less for others, in another way each round, so that other plans are come from. */
function shaken(round: number): Score {
  return (filling) => {
    const { candidate } = filling.track;
    const { kind, day } = filling.placement;
    const favour = 0.5 + spread(`${round} ${candidate.problemId ?? candidate.technique} ${kind} ${day}`);
    return byGainPerMinute(filling) * favour;
  };
}

/** A number in [0, 1) from a text, the same every time (FNV-1a). */
function spread(text: string): number {
  let hash = 0x811c9dc5;
  for (let index = 0; index < text.length; index++) hash = Math.imul(hash ^ text.charCodeAt(index), 0x01000193);
  return (hash >>> 0) / 4_294_967_296;
}

const byGainPerMinute = ({ gain, placement }: Filling): number => gain / (placement.minutes + planParameters.switching);

function isFresh(placements: readonly Placement[]): boolean {
  return placements.some(({ kind }) => kind === 'fresh');
}

/** The same day and kind for another track, in its own minutes. */
function itemAs(track: Track, { day, kind }: Placement): Item[] {
  const known = track.candidate.kinds.find((it) => it.kind === kind);
  return known ? [{ track, placement: { day, kind, minutes: known.minutes } }] : [];
}
