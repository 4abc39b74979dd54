/** Starts the worker that estimates and plans. */
export function startPlanner(): Worker {
  return new Worker(new URL('./planner.worker', import.meta.url), { type: 'module' });
}
