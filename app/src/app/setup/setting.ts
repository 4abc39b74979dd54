import { Directive, Injectable, computed, inject, input, signal } from '@angular/core';

/** What is looked for in Setup. */
@Injectable()
export class SettingSearch {
  readonly text = signal('');
  private readonly words = computed(() =>
    this.text()
      .toLowerCase()
      .split(/\s+/)
      .filter((word) => word !== ''),
  );

  /** Whether every word that is looked for stands in the text. */
  finds(text: string): boolean {
    const lower = text.toLowerCase();
    return this.words().every((word) => lower.includes(word));
  }
}

/** A setting, or a group of them: hidden while something else is looked for. A group that is found shows all it holds. */
@Directive({ selector: '[appSetting]', host: { '[hidden]': '!isShown()' } })
export class Setting {
  /** The words it can be found by. */
  readonly words = input.required<string>({ alias: 'appSetting' });
  private readonly search = inject(SettingSearch);
  private readonly group = inject(Setting, { optional: true, skipSelf: true });
  private readonly parts = signal<readonly Setting[]>([]);
  private readonly isFound = computed((): boolean => this.search.finds(`${this.group?.words() ?? ''} ${this.words()}`));
  readonly isShown = computed((): boolean => this.isFound() || this.parts().some((part) => part.isFound()));

  constructor() {
    this.group?.parts.update((parts) => [...parts, this]);
  }
}
