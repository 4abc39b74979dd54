import { inject } from '@angular/core';
import type { NavigationError } from '@angular/router';
import { Notices } from '../store/notices';

/** Says why a route does not open: its file is gone since an update, or the server is. */
export function sayLostRoute({ error }: Pick<NavigationError, 'error'>): void {
  const notices = inject(Notices);
  const isFileMissing = error instanceof TypeError && error.message.includes('import');
  if (isFileMissing)
    notices.say('This page cannot be fetched: Lernen was updated, or its server does not answer.', {
      label: 'Reload',
      run: () => location.reload(),
    });
  else notices.fail(error);
}
