import { Injectable, computed, inject } from '@angular/core';
import { Router } from '@angular/router';
import { Subject } from 'rxjs';
import { LogStore } from '../store/log-store';
import { type PageCommand, keysOf, pageCommands, shortcuts } from '../ui/shortcut-registry';
import { isWriting } from '../ui/writing';

const routes: Partial<Record<PageCommand, string>> = {
  today: '/today',
  problems: '/problems',
  techniques: '/techniques',
  runway: '/runway',
  setup: '/setup',
  desk: '/desk',
};

/** Single keys, while nobody is writing. Every one can be changed or all switched off in the setup (WCAG 2.1.4). */
@Injectable({ providedIn: 'root' })
export class Shortcuts {
  private readonly log = inject(LogStore);
  private readonly router = inject(Router);
  /** Commands that somebody else carries out: focusing the quick line, showing the list, starting the next review. */
  readonly commands = new Subject<PageCommand>();
  /** The key of each command; a letter stands as a capital. */
  readonly keys = computed(() => {
    const own = this.log.settings().keys;
    const keys = pageCommands.map((id) => [id, own[id]?.toUpperCase() ?? shortcuts[id].keys[0] ?? ''] as const);
    return Object.fromEntries(keys) as Readonly<Record<PageCommand, string>>;
  });

  handle(event: KeyboardEvent): void {
    if (!this.log.settings().singleKeys || isWriting(event.target)) return;
    const pressed = keysOf(event);
    const command = pageCommands.find((id) => this.keys()[id] === pressed);
    if (!command) return;
    event.preventDefault();
    const route = routes[command];
    if (route) void this.router.navigateByUrl(route);
    else this.commands.next(command);
  }
}
