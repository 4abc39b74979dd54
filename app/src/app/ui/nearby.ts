/** How far outside the window something still counts as near, in CSS pixels. */
const margin = 600;

const waiting = new Map<Element, () => void>();
const observer = new IntersectionObserver(
  (seen) => {
    for (const { target, isIntersecting } of seen) if (isIntersecting) arrive(target);
  },
  { rootMargin: `${margin}px` },
);
// Paper has no window: everything is near.
addEventListener('beforeprint', () => [...waiting.keys()].forEach(arrive));

/**
 * Calls back once the element comes near the window, or when the page is about to be printed: what costs time to make
 * need not be there earlier. An element waits for one thing at a time; waiting again takes the place of the old.
 *
 * @returns gives up waiting
 */
export function whenNear(element: Element, then: () => void): () => void {
  waiting.set(element, then);
  observer.observe(element);
  return () => stopWaiting(element);
}

function arrive(element: Element): void {
  const then = waiting.get(element);
  stopWaiting(element);
  then?.();
}

function stopWaiting(element: Element): void {
  observer.unobserve(element);
  waiting.delete(element);
}
