import type { CDPSession, Locator, Page } from '@playwright/test';

/** What can be used, as the accessibility tree offers it. */
export interface Control {
  readonly role: string;
  readonly name: string;
  /** Controls of one kind do the same to different things, such as the rows of a table: one of them is enough. */
  readonly kind: string;
}

const roles = new Set([
  'button',
  'checkbox',
  'combobox',
  'link',
  'menuitem',
  'option',
  'radio',
  'searchbox',
  'slider',
  'spinbutton',
  'switch',
  'tab',
  'textbox',
]);

interface AxNode {
  readonly ignored: boolean;
  readonly role?: { readonly value?: string };
  readonly name?: { readonly value?: string };
  readonly backendDOMNodeId?: number;
  readonly properties?: readonly { readonly name: string; readonly value: { readonly value?: unknown } }[];
}

/** Where a control is marked for whoever uses it next. */
const mark = 'data-walked';

/** All controls that can be used now; the elements behind them carry a number, by which `elementOf` finds them. */
export async function controlsOf(page: Page, session: CDPSession): Promise<Control[]> {
  const { nodes } = (await session.send('Accessibility.getFullAXTree')) as { readonly nodes: readonly AxNode[] };
  const controls: Control[] = [];
  for (const node of nodes) {
    const role = node.role?.value ?? '';
    if (node.ignored || !roles.has(role) || node.backendDOMNodeId === undefined || isSet(node, 'disabled')) continue;
    const { object } = await session.send('DOM.resolveNode', { backendNodeId: node.backendDOMNodeId });
    if (object.objectId === undefined) continue;
    const { result } = await session.send('Runtime.callFunctionOn', {
      objectId: object.objectId,
      functionDeclaration: String(signed),
      arguments: [{ value: mark }, { value: controls.length }],
      returnByValue: true,
    });
    const kind = String(result.value ?? '');
    if (kind !== '') controls.push({ role, name: node.name?.value ?? '', kind: `${role} ${kind}` });
  }
  return controls;
}

export function elementOf(page: Page, index: number): Locator {
  return page.locator(`[${mark}="${index}"]`);
}

function isSet({ properties = [] }: AxNode, name: string): boolean {
  return properties.some((it) => it.name === name && it.value.value === true);
}

/** Runs in the page: numbers an element, and says of which kind it is; nothing where it cannot be seen. */
function signed(this: Element, name: string, index: number): string {
  for (const other of document.querySelectorAll(`[${name}="${index}"]`)) other.removeAttribute(name);
  const box = this.getBoundingClientRect();
  const isSeen = this.checkVisibility({ visibilityProperty: true, opacityProperty: true });
  if (box.width < 2 || box.height < 2 || !isSeen || this.matches('main, app-root, html, body, [aria-current="page"]'))
    return '';
  this.setAttribute(name, String(index));
  let host = this.parentElement;
  while (host && !/^app-/.test(host.localName)) host = host.parentElement;
  const words = (this.getAttribute('aria-label') ?? this.textContent)
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/[\d,.]+/g, '#');
  const isRow = this.closest('li, tr, [role="row"], [role="option"], .item, .row, .weight, app-entry-row') !== null;
  const place = host?.localName ?? 'overlay';
  // Of the rows of a list, one does what the others do.
  return isRow
    ? `${place}, a row: ${this.localName === 'a' ? 'a name' : (words.split(' ')[0] ?? '')}`
    : `${place}: ${words.slice(0, 60)}`;
}
