import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Demo } from '../store/demo';

/** Says that this is the demo and leads out of it. */
@Component({
  selector: 'app-demo-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="status">
      <span><b>This is the demo.</b> Made-up records of an archipelago, in a database of their own.</span>
      <span class="actions">
        <button type="button" (click)="demo.startAfresh()">Reset the demo</button>
        <a href="/">Leave for my own records</a>
      </span>
    </div>
  `,
  styles: `
    div {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 16px;
      align-items: center;
      justify-content: space-between;
      padding: 4px 24px;
      background: var(--lamp-soft);
      font-size: 13px;
    }
    button,
    a {
      padding: 2px 0;
      border: 0;
      background: none;
      color: var(--ink);
      font: inherit;
      text-decoration: underline;
      cursor: pointer;
    }
    .actions {
      gap: 16px;
    }
    @media (width < 600px) {
      div {
        padding: 4px 12px;
      }
    }
  `,
})
export class DemoBar {
  protected readonly demo = inject(Demo);
}
