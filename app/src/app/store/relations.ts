import { Injectable, computed, inject } from '@angular/core';
import type { Relation } from '@lernen/core/log';
import { relationsIn } from '../data/entries';
import type { FamilyLink, FamilyNode } from '../ui/family-graph';
import { followed } from './followed';
import { LogStore } from './log-store';

/** How the problems are related, from all sheets. */
@Injectable({ providedIn: 'root' })
export class Relations {
  private readonly log = inject(LogStore);
  private readonly found = followed<readonly Relation[]>(() => relationsIn, []);

  /** Relations between problems that stand. */
  readonly all = computed(() => {
    const byId = this.log.problemsById();
    return this.found().filter(({ problemId, otherId }) => byId.has(problemId) && byId.has(otherId));
  });

  /** All problems that are related to these, directly or over others, with the links between them. */
  familyOf(ids: readonly string[]): { readonly nodes: readonly FamilyNode[]; readonly links: readonly FamilyLink[] } {
    const members = new Set(ids);
    for (let size = -1; size !== members.size; ) {
      size = members.size;
      for (const { problemId, otherId } of this.all()) {
        if (members.has(problemId)) members.add(otherId);
        if (members.has(otherId)) members.add(problemId);
      }
    }
    const byId = this.log.problemsById();
    const links = this.all()
      .filter(({ problemId }) => members.has(problemId))
      .map(({ problemId, otherId, relation, was, is }) => ({
        from: otherId,
        to: problemId,
        relation,
        text: relation === 'twist-of' ? [was, is].filter((part) => part !== '').join(' → ') : '',
      }));
    const nodes = [...members].flatMap((id) => {
      const problem = byId.get(id);
      return problem ? [{ id, title: problem.title, difficulty: problem.difficulty }] : [];
    });
    return { nodes, links };
  }
}
