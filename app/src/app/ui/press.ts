/** Whether a pointer is down, and what waits until it is up again. */
let isDown = false;
const waiting: (() => void)[] = [];

addEventListener('pointerdown', () => (isDown = true), { capture: true });
for (const end of ['pointerup', 'pointercancel'] as const) addEventListener(end, release, { capture: true });

/**
 * Calls back at once, or, while a pointer is down, after its click. Pressing a button takes the focus from a field; what
 * changes the page's layout when its field is left waits for this, or the button would move away under the press.
 */
export function afterPress(then: () => void): void {
  if (isDown) waiting.push(then);
  else then();
}

function release(): void {
  isDown = false;
  // The click follows the pointer's release in the same task.
  setTimeout(() => waiting.splice(0).forEach((then) => then()));
}
