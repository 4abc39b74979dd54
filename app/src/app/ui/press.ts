/** What a pointer is down on, and what waits until it is up again, or until its click is done. */
let isDown = false;
let pressed: Element | null = null;
const beforeIt: ((pressed: Element | null) => void)[] = [];
const waiting: (() => void)[] = [];

addEventListener('pointerdown', (event) => press(event.target), { capture: true });
for (const end of ['pointerup', 'pointercancel'] as const) addEventListener(end, release, { capture: true });

/**
 * Calls back at once, or, while a pointer is down, after its click. Pressing a button takes the focus from a field; what
 * changes the page's layout when its field is left waits for this, or the button would move away under the press.
 */
export function afterPress(then: () => void): void {
  if (isDown) waiting.push(then);
  else then();
}

/** Calls back at once, or, while a pointer is down, when it is up and before its click, with what is pressed. */
export function beforeClick(then: (pressed: Element | null) => void): void {
  if (isDown) beforeIt.push(then);
  else then(null);
}

function press(target: EventTarget | null): void {
  isDown = true;
  pressed = target instanceof Element ? target : null;
}

function release(): void {
  isDown = false;
  beforeIt.splice(0).forEach((then) => then(pressed));
  // The click follows the pointer's release in the same task.
  setTimeout(() => waiting.splice(0).forEach((then) => then()));
}
