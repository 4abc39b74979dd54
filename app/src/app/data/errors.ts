import { LernenError } from '@lernen/core/errors';
import type { Loss } from './database';

const whatToDo: Readonly<Record<Loss, string>> = {
  deleted: 'The records were deleted in this browser while the page was open. Reload it to bring a backup back.',
  closed: 'The browser closed the records while the page was open. Reload it.',
  newer: 'These records belong to a later version of Lernen. Reload the page to get it, or update Lernen.',
};

/** Nothing may be written any more. */
export class LostDatabaseError extends LernenError {
  constructor(readonly loss: Loss) {
    super('lost-database', `${whatToDo[loss]} Nothing is written until then.`, []);
  }
}
