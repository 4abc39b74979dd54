import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList, moveItemInArray } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { type ListedProblem, type ProblemList, daysBetween, listedProblems, maxListTitle } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { LogStore } from '../store/log-store';
import { shortDay } from '../ui/dates';
import { DifficultyNotches } from '../ui/difficulty-notches';
import { Picker } from '../ui/picker';
import { NewProblems } from './new-problems';
import { DayField } from '../ui/fields/day-field';
import { TextField } from '../ui/fields/text-field';

/** One list: its problems in an order by hand, what is solved struck through, and a field for more. */
@Component({
  selector: 'app-list-section',
  imports: [
    MatTooltip,
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    DayField,
    DifficultyNotches,
    MatButton,
    NewProblems,
    Picker,
    RouterLink,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './list-section.html',
  styleUrl: './list-section.scss',
})
export class ListSection {
  protected readonly log = inject(LogStore);
  private readonly clock = inject(Clock);
  readonly list = input.required<ProblemList>();
  /** Whether its field for new problems is open at first. */
  readonly isOpened = input(false);
  protected readonly maxListTitle = maxListTitle;
  protected readonly isAdding = linkedSignal(() => this.isOpened());
  protected readonly listed = computed(() =>
    listedProblems(this.list(), this.log.problemsById(), this.log.sittingsOf()),
  );
  protected readonly solved = computed(() => this.listed().filter(({ state }) => state === 'solved').length);
  protected readonly others = computed(() => {
    const here = new Set(this.list().problems);
    return this.log.titled().filter(({ id }) => !here.has(id));
  });

  /** How long there is still, in words; null where there is no last day. */
  protected readonly time = computed(() => {
    const { until } = this.list();
    if (until === null) return null;
    const days = daysBetween(this.clock.today(), until);
    if (days < 0) return `was due on ${shortDay(until)}`;
    return days === 0 ? 'until tonight' : days === 1 ? 'until tomorrow' : `${days} days left`;
  });
  protected readonly isLate = computed(() => {
    const { until } = this.list();
    return until !== null && until < this.clock.today() && this.solved() < this.listed().length;
  });

  protected techniquesText({ problem }: ListedProblem): string {
    const names = problem.techniques.map((id) => this.log.techniquesById().get(id)?.name ?? id);
    return names.join(', ') || 'no technique named';
  }

  /** @returns whether it may be called that. */
  protected rename(typed: string): boolean {
    const title = typed.trim();
    if (title === '') return false;
    if (title !== this.list().title) void this.save({ title }, `Renamed the list to “${title}”`);
    return true;
  }

  protected setUntil(day: string): void {
    const until = day || null;
    if (until === this.list().until) return;
    const { title } = this.list();
    void this.save(
      { until },
      until === null ? `“${title}” has no last day` : `“${title}” is due on ${shortDay(until)}`,
    );
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  /** Problems that no longer stand keep their place among the others. */
  protected move(from: number, to: number): void {
    const shown = this.listed().map(({ problem }) => problem.id);
    const moved = shown[from];
    if (moved === undefined || to < 0 || to >= shown.length || from === to) return;
    moveItemInArray(shown, from, to);
    const isShown = new Set(shown);
    const order = shown.values();
    const problems = this.list().problems.map((id) => (isShown.has(id) ? (order.next().value ?? id) : id));
    void this.save({ problems }, `Moved ${this.titleOf(moved)} to place ${to + 1}`);
  }

  protected add(id: string): void {
    void this.save({ problems: [...this.list().problems, id] }, `Put ${this.titleOf(id)} on “${this.list().title}”`);
  }

  protected takeOff(id: string): void {
    const problems = this.list().problems.filter((it) => it !== id);
    void this.save({ problems }, `Took ${this.titleOf(id)} off “${this.list().title}”`);
  }

  protected remove(): void {
    const { title } = this.list();
    void this.save({ deleted: true }, `Removed the list “${title}”; its problems stay`);
  }

  private titleOf(id: string): string {
    return this.log.problemsById().get(id)?.title ?? 'a problem';
  }

  private save(change: Partial<ProblemList>, label: string): Promise<boolean> {
    return this.log.saveList({ ...this.list(), ...change }, label);
  }
}
