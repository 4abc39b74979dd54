import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type FamilyLink, type FamilyNode, layoutFamily, nodeHeight, nodeWidth } from './family-layout';

export type { FamilyLink, FamilyNode } from './family-layout';

/** A family of problems from easy, at the left, to hard. Solid lines build on, dashed ones twist, dotted ones share an idea. */
@Component({
  selector: 'app-family-graph',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      role="group"
      aria-label="The family, from easy to hard"
      [attr.width]="layout().width"
      [attr.height]="layout().height"
      [attr.viewBox]="'0 0 ' + layout().width + ' ' + layout().height"
    >
      @for (link of layout().links; track $index) {
        <path class="link" [class]="link.relation" [attr.d]="link.path">
          <title>{{ link.text || link.relation }}</title>
        </path>
      }
      @for (node of layout().nodes; track node.id) {
        <a
          [routerLink]="'/problems/' + node.id"
          [class.here]="node.id === here()"
          [attr.aria-label]="node.title + (node.difficulty ? ', ' + node.difficulty : '')"
        >
          <rect [attr.x]="node.x" [attr.y]="node.y" [attr.width]="width" [attr.height]="height" rx="3" />
          @for (line of node.lines; track $index) {
            <text [attr.x]="node.x + 10" [attr.y]="node.y + (node.lines.length === 1 ? 27 : 19 + 16 * $index)">
              {{ line }}
            </text>
          }
          @for (notch of notches(node); track notch) {
            <rect
              class="notch"
              [attr.x]="node.x + width - 9"
              [attr.y]="node.y + height - 8 - notch * 6"
              width="4"
              height="4"
            />
          }
        </a>
      }
    </svg>
    <p class="second">
      <svg width="24" height="6" aria-hidden="true"><path class="link" d="M0 3H24" /></svg> builds on
      <svg width="24" height="6" aria-hidden="true"><path class="link twist-of" d="M0 3H24" /></svg> twist
      <svg width="24" height="6" aria-hidden="true"><path class="link same-idea" d="M0 3H24" /></svg> same idea
    </p>
  `,
  styles: `
    :host {
      display: block;
      max-width: 100%;
      overflow-x: auto;
    }
    .link {
      fill: none;
      stroke: var(--ink-2);
      stroke-width: 1.5;
    }
    .twist-of {
      stroke-dasharray: 6 3;
    }
    .same-idea {
      stroke-dasharray: 1.5 3;
    }
    a rect {
      fill: var(--sheet);
      stroke: var(--sea);
    }
    a.here rect:first-child {
      fill: var(--lamp-soft);
      stroke: var(--lamp);
      stroke-width: 2;
    }
    a .notch {
      fill: var(--sea);
      stroke: none;
    }
    a:focus-visible {
      outline: none;
    }
    a:focus-visible rect:first-child {
      stroke: var(--lamp);
      stroke-width: 3;
    }
    a:hover rect:first-child {
      fill: var(--sea-soft);
    }
    text {
      fill: var(--ink);
      font: 400 13px/1 var(--text);
    }
    p {
      display: flex;
      gap: 6px;
      align-items: center;
      margin-top: 6px;
      font-size: 12px;
    }
    p svg:not(:first-child) {
      margin-left: 12px;
    }
  `,
})
export class FamilyGraph {
  readonly nodes = input.required<readonly FamilyNode[]>();
  readonly links = input.required<readonly FamilyLink[]>();
  readonly here = input<string | null>(null);
  protected readonly width = nodeWidth;
  protected readonly height = nodeHeight;
  protected readonly layout = computed(() => layoutFamily(this.nodes(), this.links()));

  /** One, two or three notches for easy, medium and hard. */
  protected notches({ difficulty }: FamilyNode): number[] {
    const count = difficulty === null ? 0 : { easy: 1, medium: 2, hard: 3 }[difficulty];
    return Array.from({ length: count }, (_, index) => index);
  }
}
