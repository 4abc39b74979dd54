/** What a worker says first: the name of the lock that it holds as long as it lives. */
interface SignOfLife {
  readonly lernenLock: string;
}

/**
 * Called once in a worker. A worker that is ended by the browser, for want of memory say, tells nobody; but the lock that
 * it held is free from then on.
 */
export function showLife(): void {
  const lernenLock = `lernen-worker-${crypto.randomUUID()}`;
  void navigator.locks.request(lernenLock, () => {
    postMessage({ lernenLock } satisfies SignOfLife);
    return new Promise<never>(() => undefined);
  });
}

/** Calls back when a worker that showed its life is gone, ended by us or not. */
export function whenLost(worker: Worker, then: () => void): void {
  worker.addEventListener('message', ({ data }: MessageEvent<Partial<SignOfLife> | null>) => {
    if (typeof data?.lernenLock === 'string') void navigator.locks.request(data.lernenLock, then);
  });
}
