/** An answer of a worker, or why there is none. */
export type Answer<T> =
  | { readonly kind: 'answer'; readonly value: T }
  | { readonly kind: 'error'; readonly message: string; readonly line: number | null }
  | { readonly kind: 'late' };

/** Asks a worker one thing and waits for its answer, its end by an error, or the limit. */
export function askWorker<T>(worker: Worker, question: unknown, limitMs: number): Promise<Answer<T>> {
  return new Promise((resolve) => {
    const end = (answer: Answer<T>): void => {
      clearTimeout(timer);
      worker.onmessage = null;
      worker.onerror = null;
      resolve(answer);
    };
    const timer = setTimeout(() => end({ kind: 'late' }), limitMs);
    worker.onmessage = ({ data }: MessageEvent<T>) => end({ kind: 'answer', value: data });
    worker.onerror = (event) => {
      event.preventDefault();
      end({ kind: 'error', message: event.message, line: event.lineno > 0 ? event.lineno : null });
    };
    worker.postMessage(question);
  });
}

/**
 * A worker of a text, of the same origin as this page, which is that of nothing else. It is a script and no module: browsers
 * do not load modules of such an origin from a text.
 */
export function workerOf(text: string): Worker {
  const address = URL.createObjectURL(new Blob([text], { type: 'text/javascript' }));
  const worker = new Worker(address);
  URL.revokeObjectURL(address);
  return worker;
}
