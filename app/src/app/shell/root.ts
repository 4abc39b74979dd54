import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  Injector,
  computed,
  effect,
  inject,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatIconButton } from '@angular/material/button';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { daysBetween, dayOf } from '@lernen/core/model';
import { filter } from 'rxjs';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { DiskBackups } from '../store/disk-backup';
import { LogStore } from '../store/log-store';
import { RunningStore } from '../store/running-store';
import { PROFILE } from '../store/profile';
import { StartSitting } from '../store/start-sitting';
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
  template: `
    <a class="skip" href="#main" (click)="skip($event)">Skip to the page</a>
    <header class="top">
      <a class="name" routerLink="/today">Lernen</a>
      <nav aria-label="Places">
        @for (route of routes; track route.path) {
          <a [routerLink]="route.path" routerLinkActive="here" ariaCurrentWhenActive="page">{{ route.word }}</a>
        }
      </nav>
      <span class="next">{{ nextText() }}</span>
      @if (running.isRunning()) {
        <a class="running" routerLink="/review">Under way</a>
      }
      <button
        type="button"
        matIconButton
        (click)="switchTheme()"
        [attr.aria-label]="'Theme: ' + log.settings().theme + '. Change'"
      >
        <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
          <circle cx="8" cy="8" r="6" fill="none" stroke="currentColor" stroke-width="1.5" />
          <path d="M8 2A6 6 0 0 1 8 14Z" fill="currentColor" />
        </svg>
      </button>
      <button type="button" matIconButton (click)="showKeys()" aria-label="Keyboard shortcuts">?</button>
    </header>
    <div class="bars">
      @if (profile === 'demo') {
        <app-demo-bar />
      }
      <app-records-bar />
    </div>
    <app-runway-strip />
    <main id="main" tabindex="-1" #main><router-outlet /></main>
    <app-notice-bar />
    <app-quick-line />
    <p class="unseen" aria-live="polite">{{ planningText() }}</p>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto auto auto minmax(0, 1fr) auto auto;
      grid-template-columns: minmax(0, 1fr);
      height: 100dvh;
      /* Places scroll inside main; no jump to an element may move the frame as a whole. */
      position: relative;
      overflow: clip;
    }
    .top {
      grid-row: 1;
      display: flex;
      align-items: stretch;
      gap: 16px;
      min-height: 48px;
      padding: 0 24px;
      background: var(--top);
      color: var(--on-top);
    }
    .top > * {
      display: flex;
      align-items: center;
    }
    .top > [matIconButton] {
      align-self: center;
      justify-content: center;
    }
    .name {
      color: var(--on-top);
      font: 600 20px/1 var(--heading);
      text-decoration: none;
    }
    nav {
      flex: 1;
      gap: 24px;
      min-width: 0;
      padding-left: 12px;
    }
    nav a {
      align-self: stretch;
      display: flex;
      align-items: center;
      padding-top: 3px;
      border-bottom: 3px solid transparent;
      color: var(--on-top-2);
      text-decoration: none;
    }
    nav a:hover {
      color: var(--on-top);
    }
    nav a.here {
      border-color: var(--lamp);
      color: var(--on-top);
    }
    .next {
      color: var(--on-top-2);
      font-size: 13px;
    }
    .running {
      color: #f0b04a;
      font-weight: 600;
    }
    .bars {
      grid-row: 2;
    }
    app-runway-strip {
      grid-row: 3;
    }
    main {
      position: relative;
      grid-row: 4;
      overflow: auto;
      outline: none;
      overscroll-behavior: contain;
    }
    app-notice-bar {
      grid-row: 5;
    }
    app-quick-line {
      grid-row: 6;
    }
    .skip {
      position: absolute;
      left: 8px;
      top: -60px;
      z-index: 10;
      padding: 8px;
      background: var(--sheet);
    }
    .skip:focus {
      top: 8px;
    }
    @media (width < 760px) {
      .top {
        flex-wrap: wrap;
        gap: 0 12px;
        padding: 0 12px;
      }
      .name {
        min-height: 40px;
        flex: 1;
      }
      nav {
        order: 2;
        flex: 1 0 100%;
        gap: 2px 16px;
        min-height: 34px;
        padding-left: 0;
        justify-content: space-between;
      }
      nav a {
        font-size: 13px;
      }
      .top .next {
        display: none;
      }
    }
  `,
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
    effect(() => {
      if (this.log.isLoaded()) applyTheme(this.log.settings().theme);
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
    let isFirst = true;
    const moves = this.router.events
      .pipe(filter((event) => event instanceof NavigationEnd))
      .subscribe(({ urlAfterRedirects }) => {
        // A change of route moves the focus to it; the first page and mere filters leave the focus alone.
        if (!isFirst && pathOf(urlAfterRedirects) !== this.lastPath)
          this.main().nativeElement.focus({ preventScroll: true });
        isFirst = false;
        this.lastPath = pathOf(urlAfterRedirects);
      });
    inject(DestroyRef).onDestroy(() => moves.unsubscribe());
  }

  private lastPath = '';

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
    this.injector.get(MatDialog).open(ShortcutDialog, { autoFocus: 'first-heading', maxWidth: 560 });
  }

  private async startNext(): Promise<void> {
    const item = this.derived
      .planDays()
      .get(this.clock.today())
      ?.items.find(({ problemId }) => problemId !== null);
    if (this.running.isRunning()) await this.router.navigateByUrl('/review');
    // Something new is chosen on Today.
    else if (!item || !(await this.startSitting.planned(item))) await this.router.navigateByUrl('/today');
  }
}

function pathOf(url: string): string {
  return url.split(/[?#]/)[0] ?? '';
}
