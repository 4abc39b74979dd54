import { ChangeDetectionStrategy, Component, ElementRef, computed, inject, signal, viewChild } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuContent, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { maxBoundLine, maxBoundLines } from '@lernen/core/model';
import {
  type Bound,
  type ConditionId,
  type RangeKind,
  boundText,
  boundsIn,
  conditions,
  isRange,
  kindText,
  limitText,
  rangeKinds,
  readBounds,
} from '@lernen/core/sheet';
import { SheetStore } from '../../store/sheet-store';
import { SheetLimits } from '../sheet-limits';
import { Clipped } from '../../ui/clipped';
import { StageFrame } from './stage-frame';

/** Bounds and conditions as lines of text, each with what was understood of it beside it. */
@Component({
  selector: 'app-bounds-stage',
  imports: [
    Clipped,
    MatButton,
    MatButtonToggle,
    MatInput,
    MatMenu,
    MatMenuContent,
    MatMenuItem,
    MatMenuTrigger,
    StageFrame,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bounds-stage.html',
  styleUrl: './bounds-stage.scss',
})
export class BoundsStage {
  private readonly store = inject(SheetStore);
  private readonly limits = inject(SheetLimits);
  private readonly bounds = computed(() => this.store.single('bounds'));
  private readonly area = viewChild.required<ElementRef<HTMLTextAreaElement>>('area');
  /** The text as it is being typed, blank lines and all; null while nobody types. */
  protected readonly kinds = Object.entries(rangeKinds) as [RangeKind, string][];
  protected readonly scrolled = signal(0);
  protected readonly typed = signal<string | null>(null);
  protected readonly shown = computed(() => this.typed() ?? this.bounds().lines.join('\n'));
  protected readonly rowCount = computed(() => Math.max(this.shown().split('\n').length, this.shown() === '' ? 3 : 2));
  private readonly readings = computed(() => boundsIn(this.shown()));
  /** What was read of each line. */
  protected readonly understood = computed((): readonly (readonly Reading[])[] => {
    const readings = this.readings();
    let start = 0;
    return this.shown()
      .split('\n')
      .map((line) => {
        const end = start + line.length;
        const own = readings.filter(({ from }) => from >= start && from <= end);
        start = end + 1;
        return own.map(readingOf);
      });
  });
  /** The text in pieces, so that what is not read can be marked where it stands. */
  protected readonly pieces = computed(() => {
    const text = this.shown();
    const pieces: { text: string; isUnread: boolean }[] = [];
    let at = 0;
    for (const { kind, from, to } of this.readings()) {
      if (kind !== 'unread') continue;
      pieces.push({ text: text.slice(at, from), isUnread: false }, { text: text.slice(from, to), isUnread: true });
      at = to;
    }
    return [...pieces, { text: text.slice(at), isUnread: false }];
  });
  protected readonly fault = computed(() => {
    const lines = linesOf(this.shown());
    if (lines.length > maxBoundLines)
      return `Not saved: these are ${lines.length} lines, and ${maxBoundLines} can be kept.`;
    const long = lines.find((line) => line.length > maxBoundLine);
    return long === undefined
      ? null
      : `Not saved: a line can have up to ${maxBoundLine} characters; “${long.slice(0, 30)}…” has ${long.length}.`;
  });
  protected readonly conditionList = computed(() => {
    const set = new Set(this.limits.bounds().conditions);
    return (Object.entries(conditions) as [ConditionId, string][]).map(([id, words]) => ({
      id,
      words,
      isSet: set.has(id),
    }));
  });

  protected write(text: string): void {
    this.typed.set(text);
    if (this.fault() === null) this.store.change(this.bounds(), { lines: linesOf(text) });
  }

  /** What could not be saved stays as it was typed; the beginnings of the lines come into sight again. */
  protected leave(): void {
    this.area().nativeElement.scrollLeft = 0;
    if (this.fault() === null) this.typed.set(null);
  }

  /** The person's own word on what a name counts: a line of its own, in the place of an earlier one. */
  protected correct({ name, bound }: Reading, kind: RangeKind): void {
    if (name === null || !isRange(bound)) return;
    const isOwn = (line: string): boolean =>
      boundsIn(line).some((it) => it.kind === 'correction' && it.name === bound.name);
    const lines = linesOf(this.shown()).filter((line) => !isOwn(line));
    this.write([...lines, `${bound.name}: ${rangeKinds[kind]}`].join('\n'));
    this.leave();
  }

  protected toggle(id: ConditionId): void {
    const lines = linesOf(this.shown());
    const without = lines.filter((line) => !readBounds([line]).conditions.includes(id));
    this.write((without.length < lines.length ? without : [...lines, conditions[id]]).join('\n'));
    this.leave();
  }
}

function linesOf(text: string): string[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
}

/** A bound as it is shown: its kind, which can be changed, and the rest. */
interface Reading {
  readonly bound: Bound;
  /** The word for its kind; null where it has none to change. */
  readonly name: string | null;
  readonly text: string;
}

function readingOf(bound: Bound): Reading {
  const hasKind = isRange(bound) && bound.kind !== 'sum' && !/\s/.test(bound.name);
  return hasKind
    ? { bound, name: kindText(bound), text: limitText(bound) }
    : { bound, name: null, text: boundText(bound) };
}
