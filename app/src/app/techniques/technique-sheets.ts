import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { normalCost } from '@lernen/core/cost';
import { CostError } from '@lernen/core/errors';
import type { Entry, Lesson, Problem } from '@lernen/core/model';
import { liveSignal } from '../store/live-signal';
import { LogStore } from '../store/log-store';
import { Relations } from '../store/relations';
import { FamilyGraph } from '../ui/family-graph';
import { Markdown } from '../ui/markdown';
import { counted, slipWords } from '../ui/words';

/** What the sheets of a technique's problems have taught: cues, slips, open questions, costs seen, the family. */
@Component({
  selector: 'app-technique-sheets',
  imports: [FamilyGraph, Markdown, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.heading) {
      @if (group.lessons.length > 0) {
        <section>
          <h2>{{ group.heading }}</h2>
          <ul>
            @for (lesson of group.lessons; track lesson.entry.id) {
              <li>
                <app-markdown [text]="lesson.entry.text" />
                <span class="from">
                  @if (lesson.entry.slip; as slip) {
                    <span class="second">{{ slipWords(slip) }} · </span>
                  }
                  <a [routerLink]="'/problems/' + lesson.problem.id" fragment="lessons">{{ lesson.problem.title }}</a>
                </span>
              </li>
            }
          </ul>
        </section>
      }
    }
    @if (costs().length > 0) {
      <section>
        <h2>Costs seen</h2>
        <p>
          @for (cost of costs(); track cost.text) {
            <span class="cost"
              ><span class="mono">{{ cost.text }}</span>
              <span class="second"> {{ counted(cost.count, 'problem') }}</span></span
            >
          }
        </p>
      </section>
    }
    @if (family().nodes.length > 1) {
      <section>
        <h2>Its problems as a family</h2>
        <app-family-graph [nodes]="family().nodes" [links]="family().links" />
      </section>
    }
  `,
  styles: `
    section {
      margin-top: 22px;
    }
    h2 {
      margin-bottom: 4px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, auto);
      gap: 4px 16px;
      padding: 5px 0;
      border-top: 1px solid var(--line);
    }
    .from {
      font-size: 13px;
    }
    .cost {
      display: inline-block;
      margin: 2px 22px 2px 0;
    }
    @media (width < 600px) {
      li {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class TechniqueSheets {
  private readonly log = inject(LogStore);
  private readonly relations = inject(Relations);
  /** The problems of the technique. */
  readonly problems = input.required<readonly Problem[]>();
  protected readonly counted = counted;
  protected readonly slipWords = slipWords;

  private readonly ids = computed(() => this.problems().map(({ id }) => id), {
    equal: (a, b) => a.join() === b.join(),
  });
  private readonly entries = liveSignal<readonly Entry[]>(() => {
    const ids = this.ids();
    return (repository) => repository.entriesOfProblems(ids);
  }, []);
  private readonly lessons = computed(() => {
    const byId = this.log.problemsById();
    return this.entries().flatMap((entry) => {
      const problem = byId.get(entry.problemId);
      return entry.kind === 'lesson' && entry.text.trim() !== '' && problem ? [{ entry, problem }] : [];
    });
  });

  protected readonly groups = computed(() => {
    const of = (holds: (lesson: Lesson) => boolean): { entry: Lesson; problem: Problem }[] =>
      this.lessons().filter(({ entry }) => holds(entry));
    return [
      { heading: 'Questions left open', lessons: of((it) => it.lesson === 'question' && it.answer.trim() === '') },
      { heading: 'Cues from your sheets', lessons: of((it) => it.lesson === 'cue') },
      { heading: 'What slipped', lessons: of((it) => it.lesson === 'slip') },
      { heading: 'What to say', lessons: of((it) => it.lesson === 'say') },
    ];
  });

  /** Right time costs of the problems by their normal form, the commonest first. */
  protected readonly costs = computed(() => {
    const counts = new Map<string, number>();
    for (const { cost } of this.problems()) {
      const text = cost.time === null ? null : normalText(cost.time);
      if (text !== null) counts.set(text, (counts.get(text) ?? 0) + 1);
    }
    return [...counts].map(([text, count]) => ({ text, count })).sort((a, b) => b.count - a.count);
  });

  protected readonly family = computed(() => {
    const related = new Set(this.relations.all().flatMap(({ problemId, otherId }) => [problemId, otherId]));
    return this.relations.familyOf(this.ids().filter((id) => related.has(id)));
  });
}

function normalText(cost: string): string | null {
  try {
    return normalCost(cost).text;
  } catch (error) {
    if (error instanceof CostError) return null;
    throw error;
  }
}
