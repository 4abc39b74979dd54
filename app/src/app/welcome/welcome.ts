import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { Clock } from '../store/clock';
import { type DiskBackup, DiskBackups } from '../store/disk-backup';
import { Files } from '../store/files-service';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { timeIn } from '../ui/dates';
import { counted, kilobytes } from '../ui/words';

/** The first visit: three ways on, and a fourth where a backup lies on this machine. */
@Component({
  selector: 'app-welcome',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page">
      <section>
        <h1>Log what you solve. Repeat what is weak. Be ready on the day.</h1>
        <p class="lead">
          Lernen keeps what you solved and how it went, estimates what is being forgotten, and plans each evening’s
          reviews up to your interview. Everything stays on this machine.
        </p>
        @if (backup(); as found) {
          <div class="remark">
            <p>
              <b>There is a backup on this machine</b> from {{ timeIn(found.writtenAt, clock.zone) }},
              {{ heldText(found) }}, and this browser holds no records.
            </p>
            <p class="actions">
              <button type="button" matButton="filled" [disabled]="isRestoring()" (click)="restore(found)">
                Restore it
              </button>
            </p>
          </div>
        }
        <ol>
          <li>
            <h2>Look at the demo</h2>
            <p>Ten weeks of made-up practice for three interviews, in a database of its own.</p>
            <a matButton="outlined" href="/?demo">Open the demo</a>
          </li>
          <li>
            <h2>Start empty</h2>
            <p>Log the problem you solved last: one line at the foot of the page, ten seconds.</p>
            <button type="button" matButton="filled" (click)="goOn('/today')">Start empty</button>
          </li>
          <li>
            <h2>Bring my records</h2>
            <p>A practice spreadsheet as CSV, or a Lernen archive. You see what comes in before anything is written.</p>
            <button type="button" matButton="outlined" (click)="goOn('/setup#records')">Bring my records</button>
          </li>
        </ol>
      </section>
    </div>
  `,
  styles: `
    section {
      max-width: 860px;
      padding-top: 24px;
    }
    h1 {
      font-size: 28px;
    }
    .lead {
      max-width: 64ch;
      margin: 12px 0 20px;
      font-size: 16px;
    }
    .remark {
      margin-bottom: 20px;
    }
    .remark .actions {
      margin-top: 8px;
    }
    ol {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
      gap: 0 32px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-direction: column;
      gap: 8px;
      align-items: flex-start;
      padding: 16px 0 20px;
      border-top: 2px solid var(--ink);
    }
    li p {
      flex: 1;
    }
  `,
})
export class Welcome {
  private readonly router = inject(Router);
  private readonly backups = inject(DiskBackups);
  private readonly files = inject(Files);
  private readonly log = inject(LogStore);
  private readonly notices = inject(Notices);
  protected readonly clock = inject(Clock);
  protected readonly backup = signal<DiskBackup | null>(null);
  protected readonly isRestoring = signal(false);
  protected readonly timeIn = timeIn;

  constructor() {
    // Without a server, or a key to it, nothing is offered.
    this.backups.list().then(
      (backups) => this.backup.set(backups.find(({ isDatedAhead }) => !isDatedAhead) ?? null),
      () => undefined,
    );
  }

  /** Files of an earlier version do not say how much they hold. */
  protected heldText({ problems, sittings, bytes }: DiskBackup): string {
    const held = problems + sittings > 0 ? `${counted(problems, 'problem')} and ${counted(sittings, 'sitting')}, ` : '';
    return `${held}${kilobytes(bytes)}`;
  }

  protected goOn(path: string): void {
    localStorage.setItem('lernen-welcomed', 'yes');
    void this.router.navigateByUrl(path);
  }

  protected async restore(backup: DiskBackup): Promise<void> {
    this.isRestoring.set(true);
    try {
      const file = await this.backups.read(backup);
      const { counts } = await this.files.importArchive(file, 'Brought a backup back', () => undefined);
      await this.log.catchUp();
      const [problems, sittings] = [counts.problems.added, counts.sittings.added];
      this.notices.say(`Restored ${counted(problems, 'problem')} and ${counted(sittings, 'sitting')}.`);
      this.goOn('/today');
    } catch (error) {
      this.notices.fail(error);
    } finally {
      this.isRestoring.set(false);
    }
  }
}
