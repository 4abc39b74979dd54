import { ListKeyManager, type ListKeyManagerOption } from '@angular/cdk/a11y';
import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  Injector,
  afterNextRender,
  computed,
  inject,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import {
  type Completion,
  type CompletionContext,
  type QuickContext,
  type QuickDoubt,
  type QuickPart,
  type QuickRecords,
  completeQuickLine,
  isMarked,
  maxQuickLine,
  readQuickLine,
} from '@lernen/core/quick-line';
import { filter } from 'rxjs';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { LineDraft } from '../store/line-draft';
import { kinds } from '../ui/kinds';
import { shortcutOf } from '../ui/shortcut-registry';
import { Shortcuts } from './shortcuts';

/** A completion, as a list of them knows it. */
type Offered = Completion & ListKeyManagerOption;

/** The one-line language for logging, docked under every page. It reads back what it understood as one types. */
@Component({
  selector: 'app-quick-line',
  imports: [MatButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (completions().length > 0) {
      <ul id="quick-completions" role="listbox" aria-label="Completions" class="completions">
        @for (completion of completions(); track completion.insert; let index = $index) {
          <li
            role="option"
            [id]="'quick-completion-' + index"
            [attr.aria-selected]="index === offers.activeItemIndex"
            [class.active]="index === offers.activeItemIndex"
            (pointerdown)="complete(completion, $event)"
          >
            <span class="mono">{{ completion.label }}</span> <span class="second">{{ completion.detail }}</span>
          </li>
        }
      </ul>
    }
    @if (line() !== '') {
      <div class="read" aria-live="polite">
        @for (part of shownParts(); track $index) {
          <span [class.fault]="part.fault !== null" [class.slip]="part.kind === 'slip'" [class.new]="part.isNew">
            <b>{{ labelOf(part) }}</b> {{ part.value }}
            @if (part.fault !== null) {
              <em>{{ part.fault }}</em>
            }
          </span>
        }
        @if (knownText(); as text) {
          <span class="known">{{ text }}</span>
        }
      </div>
    }
    @if (question(); as asked) {
      <div class="ask" role="group" [attr.aria-label]="asked.question" (keydown)="hold($event)">
        <span>{{ asked.question }}</span>
        @for (choice of asked.choices; track choice.label; let isFirst = $first) {
          <button type="button" matButton="outlined" [class.first]="isFirst" (click)="answer(choice.line)">
            {{ choice.label }}
          </button>
        }
        @if (asked.hint; as hint) {
          <span class="second">{{ hint }}</span>
        }
      </div>
    }
    <div class="line">
      <label for="quick-line">log</label>
      <div class="input">
        <div class="marks mono" aria-hidden="true" #marks>
          @for (piece of pieces(); track $index) {
            <span [class.marked]="piece.isFault">{{ piece.text }}</span>
          }
        </div>
        <!-- eslint-disable-next-line no-restricted-syntax -- drawn over by the marks of what was read; its own list of completions -->
        <input
          #input
          id="quick-line"
          class="mono"
          type="text"
          autocomplete="off"
          [attr.maxlength]="maxQuickLine"
          autocapitalize="off"
          spellcheck="false"
          role="combobox"
          aria-autocomplete="list"
          aria-controls="quick-completions"
          [attr.aria-expanded]="completions().length > 0"
          [attr.aria-activedescendant]="
            (offers.activeItemIndex ?? -1) >= 0 ? 'quick-completion-' + offers.activeItemIndex : null
          "
          placeholder="Title #technique 31m x2 O(n) !slip ~hint"
          [value]="line()"
          (input)="type()"
          (keydown)="press($event)"
          (keyup)="follow()"
          (click)="follow()"
          (scroll)="follow()"
          (focus)="hasFocus.set(true)"
          (blur)="leave()"
        />
      </div>
      <span class="keys">
        @if (line() !== '') {
          <button type="button" matButton="text" (click)="save()"><kbd>Enter</kbd> save</button>
          <span class="esc"><kbd>Esc</kbd> leave it for later</span>
        }
        <a matButton="text" routerLink="/sitting/new" [queryParams]="line() === '' ? {} : { line: line() }">Form</a>
      </span>
    </div>
  `,
  styleUrl: './quick-line.scss',
})
export class QuickLine {
  private readonly log = inject(LogStore);
  private readonly derived = inject(DerivedStore);
  private readonly clock = inject(Clock);
  private readonly begun = inject(LineDraft);
  private readonly injector = inject(Injector);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly input = viewChild.required<ElementRef<HTMLInputElement>>('input');
  private readonly marks = viewChild.required<ElementRef<HTMLElement>>('marks');
  protected readonly maxQuickLine = maxQuickLine;
  protected readonly line = this.begun.line;
  protected readonly caret = signal(0);
  protected readonly hasFocus = signal(false);
  /** Set when Escape closed the list; typing opens it again. */
  private readonly isClosed = signal(false);
  /** The line that is being saved. */
  private saving: { readonly line: string; readonly done: Promise<void> } | null = null;
  /** Enter was pressed on a line that leaves something to be asked. */
  protected readonly isAsking = linkedSignal({ source: () => this.line(), computation: () => false });
  /** What is to be answered before the line can be saved: first what may be meant otherwise, then whether it was solved. */
  protected readonly question = computed<(QuickDoubt & { readonly hint?: string }) | null>(() => {
    if (!this.isAsking()) return null;
    const { doubts, purpose } = this.reading();
    const line = this.line().trim();
    const whatFor = {
      question: 'Nothing says how it went. Solved, or for later?',
      choices: [
        { label: 'For later', line: `${line} ~planned` },
        { label: 'Solved unaided', line: `${line} ~solved` },
      ],
      hint: 'or write ~planned or ~solved',
    };
    return doubts[0] ?? (purpose === 'unsaid' ? whatFor : null);
  });

  private readonly context = computed<QuickContext>(() => {
    const { techniques, problems } = this.log.head();
    return { today: this.clock.today(), techniques, problems };
  });
  /** Gone through only while somebody types: a long log has much to go through. */
  private readonly completionContext = computed<CompletionContext>(() => {
    const { problems, interviews } = this.log.head();
    return {
      ...this.context(),
      origins: distinct(problems, (problem) => problem.origin),
      employers: distinct([...problems, ...interviews], (it) => it.employer),
      languages: distinct(this.log.log().sittings, (sitting) => sitting.language),
    };
  });
  protected readonly reading = computed(() => readQuickLine(this.line(), this.context()));
  protected readonly completions = computed<Offered[]>(() =>
    this.hasFocus() && !this.isClosed() && this.line() !== ''
      ? completeQuickLine(this.line(), this.caret(), this.completionContext())
      : [],
  );
  /** Which completion the arrow keys have led to. */
  protected readonly offers = new ListKeyManager<Offered>(this.completions, this.injector).withWrap();
  /** Title words are read back as one. */
  protected readonly shownParts = computed<QuickPart[]>(() => {
    const { parts, draft } = this.reading();
    const title = parts.find((part) => part.kind === 'title');
    return parts
      .filter((part) => part.kind !== 'title' || part === title)
      .map((part) => (part === title ? { ...part, value: draft.title } : part));
  });
  protected readonly pieces = computed(() => {
    const pieces: { text: string; isFault: boolean }[] = [];
    let at = 0;
    for (const part of this.reading().parts) {
      if (part.fault === null) continue;
      pieces.push(
        { text: this.line().slice(at, part.start), isFault: false },
        { text: this.line().slice(part.start, part.end), isFault: true },
      );
      at = part.end;
    }
    return pieces;
  });
  protected readonly knownText = computed(() => {
    const { knownProblemId, draft, purpose } = this.reading();
    if (purpose === 'planned')
      return knownProblemId === null ? 'a new problem, kept for later' : 'known: no sitting is added';
    if (knownProblemId === null && purpose === 'unsaid')
      return draft.title === '' ? 'write the title' : 'solved, or for later?';
    if (knownProblemId === null) return draft.title === '' ? 'write the title' : 'a new problem';
    if (!this.log.isLoaded()) return 'known';
    const planned = this.derived.plannedToday(knownProblemId);
    const records = this.log.recordsFor(draft, knownProblemId, planned);
    const isAsPlanned = draft.kind === null && records.sitting.kind === planned?.kind;
    return [
      `known: adds ${this.nameOf(records)}${isAsPlanned ? ' as planned' : ''}`,
      ...(isAsPlanned && planned.kind !== 'rebuild' ? ['or write as:rebuild'] : []),
      ...records.changes,
    ].join('; ');
  });

  constructor() {
    inject(Shortcuts)
      .commands.pipe(
        filter((command) => command === 'log'),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.input().nativeElement.focus());
  }

  protected labelOf(part: QuickPart): string {
    if (part.fault !== null) return 'not understood';
    return part.isNew ? 'new technique' : (part.kind ?? '');
  }

  protected type(): void {
    this.isClosed.set(false);
    this.offers.setActiveItem(-1);
    this.write(this.input().nativeElement.value);
    this.follow();
  }

  /** Keeps the marks under the text and the completion at the caret. */
  protected follow(): void {
    const input = this.input().nativeElement;
    this.caret.set(input.selectionStart ?? input.value.length);
    this.marks().nativeElement.scrollLeft = input.scrollLeft;
  }

  protected press(event: KeyboardEvent): void {
    const command = shortcutOf(event, 'line');
    const completions = this.completions();
    const chosen = completions[this.offers.activeItemIndex ?? -1];
    if (completions.length > 0 && /^Arrow(?:Up|Down)$/.test(event.key)) this.offers.onKeydown(event);
    else if ((event.key === 'Enter' || event.key === 'Tab') && chosen) this.complete(chosen, event);
    else if (event.key === 'Tab' && !event.shiftKey && completions[0] && isMarked(this.begunWord()))
      this.complete(completions[0], event);
    else if (command === 'save' && !event.repeat) void this.save();
    else if (command === 'leave-line' && completions.length > 0) this.isClosed.set(true);
    else if (command === 'leave-line') this.input().nativeElement.blur();
    else return;
    event.preventDefault();
  }

  protected complete(completion: Completion, event: Event): void {
    event.preventDefault();
    const line = this.line();
    const rest = line.slice(completion.end).replace(/^\s+/, '');
    const before = `${line.slice(0, completion.start)}${completion.insert} `;
    this.write(before + rest);
    this.offers.setActiveItem(-1);
    const input = this.input().nativeElement;
    input.setSelectionRange(before.length, before.length);
    this.caret.set(before.length);
  }

  protected leave(): void {
    this.hasFocus.set(false);
    this.offers.setActiveItem(-1);
  }

  protected async save(): Promise<void> {
    const line = this.line();
    // Enter that is held down logs once; another line waits until the one before it is saved.
    while (this.saving) {
      if (this.saving.line === line) return;
      await this.saving.done;
    }
    if (this.line() !== line) return;
    const done = this.saveLine(line).finally(() => (this.saving = null));
    this.saving = { line, done };
    await done;
  }

  private async saveLine(line: string): Promise<void> {
    // Before the log is read nobody knows which problem and which technique a line means.
    await this.log.whole();
    const { isComplete, draft, knownProblemId, purpose, doubts } = readQuickLine(line, this.context());
    if (!isComplete) {
      this.input().nativeElement.focus();
      return;
    }
    if (doubts.length > 0 || purpose === 'unsaid') {
      this.ask();
      return;
    }
    if (purpose === 'planned') {
      const planned = this.log.plannedFor(draft, knownProblemId);
      await this.clearWhenSaved(line, this.log.savePlanned([planned], `Kept ${planned.title} for later`));
      return;
    }
    const records = this.log.recordsFor(draft, knownProblemId, this.derived.plannedToday(knownProblemId));
    const said = records.isNewProblem ? 'a new problem' : this.nameOf(records);
    const added =
      records.techniques.length > 0
        ? `, with the new technique ${records.techniques.map((it) => it.name).join(', ')}`
        : '';
    await this.clearWhenSaved(line, this.log.saveQuick(records, `Logged ${records.title} as ${said}${added}`));
  }

  private begunWord(): string {
    return this.line().slice(0, this.caret()).split(/\s/).at(-1) ?? '';
  }

  private nameOf({ problemId, sitting }: QuickRecords): string {
    const count = (this.log.sittingsOf().get(problemId)?.length ?? 0) + 1;
    const { word } = kinds[sitting.kind];
    return `sitting ${count}, a ${sitting.kind === 'first-solve' ? word.toLowerCase() : word}`;
  }

  /** What is not said is asked, not guessed: a title alone is no solve, and a slip of the keys no new technique. */
  private ask(): void {
    this.isAsking.set(true);
    const first = (): HTMLElement | null => this.host.nativeElement.querySelector('.ask .first');
    afterNextRender(() => first()?.focus(), { injector: this.injector });
  }

  /** The Enter that asked answers nothing while it is held down; Escape goes back to the line. */
  protected hold(event: KeyboardEvent): void {
    if (event.repeat) event.preventDefault();
    if (event.key !== 'Escape') return;
    this.isAsking.set(false);
    this.input().nativeElement.focus();
  }

  protected answer(line: string): void {
    this.write(line);
    this.input().nativeElement.focus();
    void this.save();
  }

  /** What was typed meanwhile is the next line. */
  private async clearWhenSaved(line: string, saving: Promise<boolean>): Promise<void> {
    if ((await saving) && this.line() === line) this.write('');
  }

  private write(line: string): void {
    this.begun.write(line);
    this.input().nativeElement.value = line;
  }
}

function distinct<R>(records: readonly R[], valueOf: (record: R) => string | null): string[] {
  const values = new Set<string>();
  for (const record of records) {
    const value = valueOf(record);
    if (value !== null) values.add(value);
  }
  return [...values];
}
