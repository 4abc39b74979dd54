import { Injectable, effect, inject, untracked } from '@angular/core';
import type { Technique } from '@lernen/core/model';
import { LogStore } from './log-store';
import { REPOSITORY } from './profile';

/**
 * The templates of techniques while they are typed. What is typed is kept at once and saved as one step when the field is
 * left; what a page that was closed had not saved is saved by the next one, whichever it shows.
 */
@Injectable({ providedIn: 'root' })
export class Templates {
  private readonly log = inject(LogStore);
  private readonly drafts = inject(REPOSITORY).drafts;

  constructor() {
    const adoption = effect(() => {
      if (!this.log.isLoaded()) return;
      adoption.destroy();
      untracked(() => {
        for (const { id } of this.log.log().techniques) void this.saveTyped(id);
      });
    });
  }

  keep(id: string, template: string): void {
    this.drafts.keepText(draftOf(id), template);
  }

  /** That of one's interviews until another one is said. */
  languageOf({ templateLanguage }: Technique): string {
    return templateLanguage || (this.log.settings().language ?? '');
  }

  /** Saves what was typed last, or what an earlier page left. @returns whether nothing is left to save */
  async saveTyped(id: string, typed = this.drafts.text(draftOf(id))): Promise<boolean> {
    const technique = this.log.techniquesById().get(id);
    if (typed === null || !technique) return true;
    const isSaved =
      typed === technique.template ||
      (await this.save(id, { template: typed, templateLanguage: this.languageOf(technique) }));
    if (isSaved && this.drafts.text(draftOf(id)) === typed) this.drafts.forgetText(draftOf(id));
    return isSaved;
  }

  /** @returns whether it was saved */
  async save(id: string, part: Partial<Pick<Technique, 'template' | 'templateLanguage'>>): Promise<boolean> {
    const technique = this.log.techniquesById().get(id);
    if (!technique) return false;
    return this.log.saveTechniques([{ ...technique, ...part }], `Saved the template of ${technique.name}`);
  }
}

function draftOf(id: string): string {
  return `template:${id}`;
}
