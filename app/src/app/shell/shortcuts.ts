import { Injectable, computed, inject } from '@angular/core';
import { Router } from '@angular/router';
import { Subject } from 'rxjs';
import { LogStore } from '../store/log-store';
import { shippedKeys, type ShortcutCommand } from '../ui/shortcut-list';
import { isWriting } from '../ui/writing';

const routes: Partial<Record<ShortcutCommand, string>> = {
  today: '/today',
  problems: '/problems',
  techniques: '/techniques',
  runway: '/runway',
  setup: '/setup',
};

/** Single keys, while nobody is writing. Every one can be changed or all switched off in the setup (WCAG 2.1.4). */
@Injectable({ providedIn: 'root' })
export class Shortcuts {
  private readonly log = inject(LogStore);
  private readonly router = inject(Router);
  /** Commands that somebody else carries out: focusing the quick line, showing the list, starting the next review. */
  readonly commands = new Subject<ShortcutCommand>();
  readonly keys = computed<Readonly<Record<ShortcutCommand, string>>>(() => ({
    ...shippedKeys,
    ...this.log.settings().keys,
  }));

  handle(event: KeyboardEvent): void {
    if (!this.log.settings().singleKeys || event.ctrlKey || event.metaKey || event.altKey || isWriting(event.target))
      return;
    // Capital letters belong to the page, such as the stages of a sheet.
    if (event.shiftKey && /^\p{L}$/u.test(event.key)) return;
    const commands = Object.entries(this.keys()) as [ShortcutCommand, string][];
    const found = commands.find(([, key]) => key.toLowerCase() === event.key.toLowerCase());
    if (!found) return;
    event.preventDefault();
    const route = routes[found[0]];
    if (route) void this.router.navigateByUrl(route);
    else this.commands.next(found[0]);
  }
}
