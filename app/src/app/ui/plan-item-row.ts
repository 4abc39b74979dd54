import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import type { PlanItem } from '@lernen/core/plan';
import { KindMark } from './kind-mark';

export type PlanItemChoice = 'tomorrow' | 'week' | 'drop' | 'pin';

/** One planned item: what, why, how long, and the ways to overrule it. */
@Component({
  selector: 'app-plan-item-row',
  imports: [KindMark, MatButton, MatMenu, MatMenuItem, MatMenuTrigger, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-kind-mark [kind]="item().kind" />
    <div class="what">
      <a class="title" [routerLink]="link()">{{ title() }}</a>
      <p class="second">{{ reason() }}</p>
    </div>
    <span class="mono minutes">{{ item().minutes }} min{{ item().goesOn || item().begun ? ' of it' : '' }}</span>
    <span class="actions">
      <button type="button" matButton="outlined" (click)="started.emit()" [attr.aria-label]="'Start ' + title()">
        Start
      </button>
      <button
        type="button"
        matButton="text"
        class="more"
        [matMenuTriggerFor]="menu"
        [attr.aria-label]="'More for ' + title()"
      >
        ⋯
      </button>
    </span>
    <mat-menu #menu="matMenu">
      <button mat-menu-item type="button" (click)="choice.emit('tomorrow')">Not today</button>
      <button mat-menu-item type="button" (click)="choice.emit('week')">Not this week</button>
      @if (!item().reasons.isPinned) {
        <button mat-menu-item type="button" (click)="choice.emit('pin')">Pin to today</button>
      }
      <button mat-menu-item type="button" (click)="choice.emit('drop')">Never plan it again</button>
    </mat-menu>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 84px minmax(0, 1fr) auto auto;
      gap: 4px 16px;
      align-items: start;
      padding: 11px 0;
    }
    app-kind-mark {
      padding-top: 2px;
    }
    .title {
      color: var(--ink);
      font-weight: 600;
      font-size: 15px;
      text-decoration: none;
    }
    .title:hover {
      text-decoration: underline;
    }
    p {
      max-width: 92ch;
      font-size: 13px;
    }
    .minutes {
      padding-top: 5px;
      white-space: nowrap;
    }
    .actions {
      flex-wrap: nowrap;
      gap: 4px;
    }
    .more {
      min-width: 32px;
      padding: 4px;
    }
    @media (width < 600px) {
      :host {
        grid-template-columns: minmax(0, 1fr) auto;
      }
      .what {
        grid-column: 1 / -1;
        order: 1;
      }
      .minutes {
        padding-top: 0;
        text-align: end;
      }
      .actions {
        order: 2;
        grid-column: 1 / -1;
      }
    }
  `,
})
export class PlanItemRow {
  readonly item = input.required<PlanItem>();
  readonly title = input.required<string>();
  readonly reason = input.required<string>();
  readonly link = input.required<string>();
  readonly started = output();
  readonly choice = output<PlanItemChoice>();
}
