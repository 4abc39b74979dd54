/** The codes of keys by which key managers go. */
const codes: Readonly<Record<string, number>> = {
  Enter: 13,
  End: 35,
  Home: 36,
  ArrowLeft: 37,
  ArrowUp: 38,
  ArrowRight: 39,
  ArrowDown: 40,
};

/** A key that goes down, as a browser tells it. */
export function keydown(key: string, options: KeyboardEventInit = {}): KeyboardEvent {
  const code = { keyCode: codes[key] ?? 0 };
  return new KeyboardEvent('keydown', { key, ...code, bubbles: true, cancelable: true, ...options });
}
