import { Injectable, computed, inject } from '@angular/core';
import type { EntryOf, Relation } from '@lernen/core/model';
import { nextTwist, twistsFrom } from '@lernen/core/plan';
import type { FamilyLink, FamilyNode } from '../ui/family-graph';
import { liveSignal } from './live-signal';
import { LogStore } from './log-store';

/** How the problems are related and could be changed, from all sheets. */
@Injectable({ providedIn: 'root' })
export class Relations {
  private readonly log = inject(LogStore);
  private readonly found = liveSignal<readonly EntryOf<'twist' | 'relation'>[]>(
    () => (repository) => repository.entriesOfKinds('twist', 'relation'),
    [],
  );
  private readonly twists = computed(() => twistsFrom(this.found()));

  /** Relations between problems that stand. */
  readonly all = computed(() => {
    const byId = this.log.problemsById();
    return this.found().filter(
      (entry): entry is Relation => entry.kind === 'relation' && byId.has(entry.problemId) && byId.has(entry.otherId),
    );
  });

  /** The change that a Twist of this problem asks for next; empty where none is known. */
  nextTwistOf(problemId: string): string {
    const sittings = this.log.sittingsOf().get(problemId) ?? [];
    return nextTwist(this.twists().get(problemId) ?? [], sittings)?.text ?? '';
  }

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
