import type { CDPSession, Locator, Page } from '@playwright/test';

/** What can be used, as the accessibility tree offers it. */
export interface Control {
  readonly role: string;
  readonly name: string;
  /** Controls of one kind do the same to different things, such as the rows of a table: one of them is enough. */
  readonly kind: string;
  /** The number that its element carries. */
  readonly index: number;
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
  const offered = nodes.filter(
    (node) => !node.ignored && roles.has(node.role?.value ?? '') && !isSet(node, 'disabled'),
  );
  // All at once: one after the other it would take seconds on a page of hundreds of controls.
  const kinds = await Promise.all(offered.map((node, index) => kindOf(session, node, index)));
  return offered.flatMap((node, index) => {
    const [role, kind] = [node.role?.value ?? '', kinds[index] ?? ''];
    return kind === '' ? [] : [{ role, name: node.name?.value ?? '', kind: `${role} ${kind}`, index }];
  });
}

/** Numbers the element of a node, and says of which kind it is; nothing where it cannot be seen. */
async function kindOf(session: CDPSession, { backendDOMNodeId }: AxNode, index: number): Promise<string> {
  if (backendDOMNodeId === undefined) return '';
  const { object } = await session.send('DOM.resolveNode', { backendNodeId: backendDOMNodeId });
  if (object.objectId === undefined) return '';
  const { result } = await session.send('Runtime.callFunctionOn', {
    objectId: object.objectId,
    functionDeclaration: String(signed),
    arguments: [{ value: mark }, { value: index }],
    returnByValue: true,
  });
  return String(result.value ?? '');
}

export function elementOf(page: Page, index: number): Locator {
  return page.locator(`[${mark}="${index}"]`);
}

function isSet({ properties = [] }: AxNode, name: string): boolean {
  return properties.some((it) => it.name === name && it.value.value === true);
}

/** Runs in the page. */
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
