import { formatArchive, archiveFrom } from '@lernen/core/archive';
import { noRecords } from '@lernen/core/model';
import { archiveIn } from './archive-in';

describe('an archive in a file', () => {
  const text = formatArchive(archiveFrom({ ...noRecords, entries: [] }, '2026-11-24T18:00:00.000Z'));

  it('is read with or without the mark that some editors put before UTF-8', async () => {
    expect((await archiveIn(new Blob([text]))).problems).toEqual([]);
    expect((await archiveIn(new Blob(['\uFEFF', text]))).problems).toEqual([]);
  });

  it('that changed after it was chosen is said to have', async () => {
    const gone = new Blob([text]);
    spyOn(gone, 'text').and.rejectWith(new DOMException('gone', 'NotReadableError'));
    await expectAsync(archiveIn(gone)).toBeRejectedWithError(/changed or moved since it was chosen/);
  });
});
