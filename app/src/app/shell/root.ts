import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  Injector,
  afterNextRender,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { Location, NgTemplateOutlet } from '@angular/common';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatIconButton } from '@angular/material/button';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { daysBetween, dayOf } from '@lernen/core/model';
import { filter } from 'rxjs';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { DiskBackups } from '../store/disk-backup';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { RunningStore } from '../store/running-store';
import { Templates } from '../store/templates';
import { PROFILE } from '../store/profile';
import { StartSitting } from '../store/start-sitting';
import { isNarrowerThan } from '../ui/narrow';
import { DemoBar } from './demo-bar';
import { FieldLimits } from './field-limits';
import { NoticeBar } from './notice-bar';
import { QuickLine } from './quick-line';
import { RecordsBar } from './records-bar';
import { RunwayStrip } from './runway-strip';
import { Shortcuts } from './shortcuts';
import { applyTheme } from './theme';

/** The frame of every page: where one is, the runway, the page, the quick line. */
@Component({
  selector: 'app-root',
  imports: [
    MatIconButton,
    NgTemplateOutlet,
    RouterOutlet,
    RouterLink,
    RouterLinkActive,
    DemoBar,
    NoticeBar,
    QuickLine,
    RecordsBar,
    RunwayStrip,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '(document:keydown)': 'shortcuts.handle($event)',
    '(document:beforeinput)': 'limits.check($event)',
  },
  templateUrl: './root.html',
  styleUrl: './root.scss',
})
export class Root {
  protected readonly log = inject(LogStore);
  protected readonly running = inject(RunningStore);
  private readonly startSitting = inject(StartSitting);
  protected readonly shortcuts = inject(Shortcuts);
  protected readonly limits = inject(FieldLimits);
  protected readonly profile = inject(PROFILE);
  private readonly derived = inject(DerivedStore);
  private readonly clock = inject(Clock);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  private readonly injector = inject(Injector);
  private readonly main = viewChild.required<ElementRef<HTMLElement>>('main');

  protected readonly routes = [
    { path: '/today', word: 'Today' },
    { path: '/problems', word: 'Problems' },
    { path: '/techniques', word: 'Techniques' },
    { path: '/runway', word: 'Runway' },
    { path: '/setup', word: 'Setup' },
  ];

  /** So narrow that the places stand at the foot, and the runway only where it is about days. */
  protected readonly isNarrow = isNarrowerThan(760);
  private readonly path = signal(pathOf(inject(Location).path()));
  protected readonly isAboutDays = computed(() => /^\/(?:today|runway)\b/.test(this.path()));

  /** At work the rail of the sitting stands where the runway does, and the desk has a foot of its own. */
  protected readonly isAtDesk = computed(() => /^\/desk$/.test(this.path()) && this.running.isRunning());

  /** Whether the page that one goes to waits for the log. */
  protected readonly isReadFirst = computed(() => !this.log.isLoaded() && this.router.currentNavigation() !== null);

  protected readonly nextText = computed(() => {
    const [next] = this.log.coming();
    if (!next) return '';
    const days = daysBetween(this.clock.today(), dayOf(next.at, this.clock.zone));
    const when = days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`;
    return `${[next.employer, next.round].filter((part) => part !== '').join(', ')} ${when}`;
  });

  protected readonly planningText = computed(() => {
    const progress = this.derived.progress();
    return progress === null ? '' : 'Planning';
  });

  constructor() {
    inject(DiskBackups);
    inject(Templates);
    effect(() => {
      if (this.log.hasHead()) applyTheme(this.log.settings().theme);
    });
    this.shortcuts.commands
      .pipe(
        filter((command) => command === 'help' || command === 'next'),
        takeUntilDestroyed(),
      )
      .subscribe((command) => {
        if (command === 'help') void this.showKeys();
        else void this.startNext();
      });
    afterNextRender(() => this.measureFoot());
    let isFirst = true;
    const moves = this.router.events
      .pipe(filter((event) => event instanceof NavigationEnd))
      .subscribe(({ urlAfterRedirects }) => {
        // A change of route moves the focus to it; the first page and mere filters leave the focus alone.
        const path = pathOf(urlAfterRedirects);
        if (!isFirst && path !== this.path()) this.main().nativeElement.focus({ preventScroll: true });
        isFirst = false;
        this.path.set(path);
      });
    inject(DestroyRef).onDestroy(() => moves.unsubscribe());
  }

  /** What lies over the page stands above its foot, which grows with what the quick line reads back. */
  private measureFoot(): void {
    const main = this.main().nativeElement;
    const measure = (): void => {
      this.notices.foot.set(innerHeight - main.getBoundingClientRect().bottom);
    };
    new ResizeObserver(measure).observe(main);
  }

  protected skip(event: Event): void {
    event.preventDefault();
    this.main().nativeElement.focus();
  }

  protected switchTheme(): void {
    const order = ['system', 'light', 'dark'] as const;
    const next = order[(order.indexOf(this.log.settings().theme) + 1) % order.length] ?? 'system';
    void this.log.saveSettings({ theme: next });
  }

  /** The dialog comes with its parts when it is first wanted. */
  protected async showKeys(): Promise<void> {
    const [{ MatDialog }, { ShortcutDialog }] = await Promise.all([
      import('@angular/material/dialog'),
      import('./shortcut-dialog'),
    ]);
    this.injector.get(MatDialog).open(ShortcutDialog, { autoFocus: 'first-heading', maxWidth: 900 });
  }

  private async startNext(): Promise<void> {
    const item = this.derived
      .planDays()
      .get(this.clock.today())
      ?.items.find(({ problemId }) => problemId !== null);
    if (this.running.isRunning()) await this.router.navigateByUrl('/desk');
    // Something new is chosen on Today.
    else if (!item || !(await this.startSitting.planned(item))) await this.router.navigateByUrl('/today');
  }
}

function pathOf(url: string): string {
  return url.split(/[?#]/)[0] ?? '';
}
