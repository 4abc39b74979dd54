import { WorkerHost } from './host';

interface Adding {
  readonly add: (a: number, b: number) => Promise<number>;
  readonly never: () => Promise<number>;
}

/** A worker that adds, answering as comlink does, and never answers other questions. */
const source = `onmessage = ({ data }) => {
  if (data.path.join() === 'add')
    postMessage({ id: data.id, type: 'RAW', value: data.argumentList.reduce((sum, it) => sum + it.value, 0) });
};`;

describe('the host of a worker', () => {
  const start = (text: string): Worker => new Worker(URL.createObjectURL(new Blob([text])));

  it('starts it when it is first asked, and again after it was stopped', async () => {
    let starts = 0;
    const host = new WorkerHost<Adding>(() => {
      starts++;
      return start(source);
    });
    expect([host.isRunning, starts]).toEqual([false, 0]);
    expect(await host.run((api) => api.add(2, 3))).toBe(5);
    expect(await host.run((api) => api.add(4, 3))).toBe(7);
    const waiting = host.run((api) => api.never());
    host.stop('Stopped by hand.');
    await expectAsync(waiting).toBeRejectedWithError('Stopped by hand.');
    expect(host.isRunning).toBeFalse();
    expect(await host.run((api) => api.add(1, 1))).toBe(2);
    expect(starts).toBe(2);
    host.stop('');
  });

  it('tells whoever waits when it is ended from elsewhere, without a word', async () => {
    const dying = `navigator.locks.request('dying', () => { postMessage({ lernenLock: 'dying' }); return new Promise(() => {}); });
      onmessage = () => setTimeout(close, 300);`;
    const host = new WorkerHost<Adding>(() => start(dying));
    await expectAsync(host.run((api) => api.add(2, 3))).toBeRejectedWithError(/has stopped\. Reload the page\./);
    expect(host.isRunning).toBeFalse();
  });

  it('tells whoever waits when it breaks', async () => {
    const host = new WorkerHost<Adding>(() => start('throw new Error("broken from the start");'));
    await expectAsync(host.run((api) => api.add(2, 3))).toBeRejectedWithError(/has stopped\. Reload the page\./);
    expect(host.isRunning).toBeFalse();
  });
});
