import { Injectable, inject } from '@angular/core';
import { Router } from '@angular/router';
import type { SittingKind } from '@lernen/core/model';
import type { PlanItem } from '@lernen/core/plan';
import { LogStore } from './log-store';
import { Relations } from './relations';
import { RunningStore } from './running-store';

/** The one way into a sitting: it is started, unless another one is under way, and the desk shows it. */
@Injectable({ providedIn: 'root' })
export class StartSitting {
  private readonly running = inject(RunningStore);
  private readonly relations = inject(Relations);
  private readonly log = inject(LogStore);
  private readonly router = inject(Router);

  /** A Twist without words asks for the change that is next for the problem. */
  async of(
    problemId: string,
    kind: SittingKind,
    twist?: string | null,
    plannedMinutes: number | null = null,
  ): Promise<void> {
    // The next change of a problem is one that no sitting had.
    if (kind === 'twist' && twist == null) await this.log.whole();
    const change = kind === 'twist' ? (twist ?? this.relations.nextTwistOf(problemId)) : '';
    if (!this.running.isRunning()) await this.running.start(problemId, kind, change, plannedMinutes);
    await this.router.navigateByUrl('/desk');
  }

  /** What is planned, where it is of a known problem. @returns false for something new, which has to be chosen first. */
  async planned({
    problemId,
    kind,
    twist,
    minutes,
  }: Pick<PlanItem, 'problemId' | 'kind' | 'twist' | 'minutes'>): Promise<boolean> {
    if (problemId === null || kind === 'fresh') return false;
    await this.of(problemId, kind, twist, minutes);
    return true;
  }
}
