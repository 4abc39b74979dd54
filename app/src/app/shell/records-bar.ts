import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { dayOf } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { DiskBackups } from '../store/disk-backup';
import { KeptRecords } from '../store/kept-records';
import { shortDay } from '../ui/dates';
import { counted } from '../ui/words';

/** Says under the frame that records are gone, cannot be written, or were not backed up for long. Silent otherwise. */
@Component({
  selector: 'app-records-bar',
  imports: [MatButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (records.lossText(); as text) {
      <div class="alarm" role="alert">
        <span>{{ text }}</span>
        <button type="button" matButton="text" class="small" (click)="reload()">Reload</button>
      </div>
    } @else if (records.gone(); as gone) {
      <div class="alarm" role="alert">
        <span>
          <b>Your records are no longer in this browser:</b>
          {{ counted(gone.problems, 'problem') }} and {{ counted(gone.sittings, 'sitting') }} stood here on
          {{ shortDay(dayOf(gone.at, clock.zone)) }}. It may have cleared them when the disk was full.
        </span>
        <span class="actions">
          <a routerLink="/setup" fragment="backups">Choose a backup</a>
          <button type="button" matButton="text" class="small" (click)="records.goOn()">Go on without them</button>
        </span>
      </div>
    } @else if (backups.overdue(); as overdue) {
      <div class="alarm" role="status">
        <span>Not backed up to disk since {{ shortDay(dayOf(overdue.since, clock.zone)) }}. {{ overdue.failure }}</span>
        <a routerLink="/setup" fragment="backups">Backups</a>
      </div>
    }
  `,
  styleUrl: './bar.scss',
})
export class RecordsBar {
  protected readonly records = inject(KeptRecords);
  protected readonly backups = inject(DiskBackups);
  protected readonly clock = inject(Clock);
  protected readonly counted = counted;
  protected readonly shortDay = shortDay;
  protected readonly dayOf = dayOf;

  protected reload(): void {
    location.reload();
  }
}
