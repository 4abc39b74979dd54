import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Demo } from '../store/demo';

/** Says that this is the demo and leads out of it. */
@Component({
  selector: 'app-demo-bar',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="status">
      <span
        ><b>This is the demo.</b>&ngsp;
        <span class="more">Made-up records of an archipelago, in a database of their own.</span></span
      >
      <span class="actions">
        <button type="button" matButton="text" class="small" (click)="demo.startAfresh()">Reset the demo</button>
        <a href="/">Leave for my own records</a>
      </span>
    </div>
  `,
  styleUrl: './bar.scss',
})
export class DemoBar {
  protected readonly demo = inject(Demo);
}
