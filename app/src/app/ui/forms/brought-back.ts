import { ChangeDetectionStrategy, Component, output } from '@angular/core';
import { MatButton } from '@angular/material/button';

/** Says that a form holds what was typed on an earlier visit. */
@Component({
  selector: 'app-brought-back',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="remark actions" role="status">
      What you had typed was brought back.
      <button type="button" matButton="outlined" (click)="startOver.emit()">Start over</button>
    </p>
  `,
})
export class BroughtBack {
  readonly startOver = output();
}
