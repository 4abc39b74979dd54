import { ErrorHandler, Injectable, inject } from '@angular/core';
import { Notices } from '../store/notices';

/**
 * The one place that hears of errors nobody else took: those thrown while drawing or handling an event, and rejections of
 * promises that were let go with `void`. They are said at the foot of the page, and logged.
 */
@Injectable()
export class ErrorReporter implements ErrorHandler {
  private readonly notices = inject(Notices);

  handleError(error: unknown): void {
    console.error('Lernen:', error);
    this.notices.fail(error);
  }
}
