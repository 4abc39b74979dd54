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

interface DomNode {
  readonly backendNodeId: number;
  /** Names and values in turn. */
  readonly attributes?: readonly string[];
  readonly children?: readonly DomNode[];
}

/** Where a control is marked for whoever uses it next. */
const mark = 'data-walked';

/** All controls that can be used now; the elements behind them carry a number, by which `elementOf` finds them. */
export async function controlsOf(page: Page, session: CDPSession): Promise<Control[]> {
  const kinds = await page.evaluate(signed, mark);
  const { root } = (await session.send('DOM.getDocument', { depth: -1 })) as { readonly root: DomNode };
  const indexes = new Map(numbered(root));
  const { nodes } = (await session.send('Accessibility.getFullAXTree')) as { readonly nodes: readonly AxNode[] };
  return nodes.flatMap((node) => {
    const role = node.role?.value ?? '';
    if (node.ignored || !roles.has(role) || isSet(node, 'disabled')) return [];
    const index = indexes.get(node.backendDOMNodeId ?? -1) ?? -1;
    const kind = kinds[index] ?? '';
    return kind === '' ? [] : [{ role, name: node.name?.value ?? '', kind: `${role} ${kind}`, index }];
  });
}

/** The numbers of the elements by their nodes in the tree. */
function numbered({ backendNodeId, attributes = [], children = [] }: DomNode): [number, number][] {
  const at = attributes.indexOf(mark);
  const own: [number, number][] = at < 0 ? [] : [[backendNodeId, Number(attributes[at + 1])]];
  return [...own, ...children.flatMap(numbered)];
}

export function elementOf(page: Page, index: number): Locator {
  return page.locator(`[${mark}="${index}"]`);
}

function isSet({ properties = [] }: AxNode, name: string): boolean {
  return properties.some((it) => it.name === name && it.value.value === true);
}

/** Runs in the page: numbers what may be a control, and says of which kind each is; nothing where it cannot be seen. */
function signed(name: string): string[] {
  for (const other of document.querySelectorAll(`[${name}]`)) other.removeAttribute(name);
  const elements = document.querySelectorAll('a, button, input, textarea, select, [role], [contenteditable]');
  return [...elements].map((element, index) => {
    const box = element.getBoundingClientRect();
    const isSeen = element.checkVisibility({ visibilityProperty: true, opacityProperty: true });
    if (box.width < 2 || box.height < 2 || !isSeen || element.matches('main, [aria-current]')) return '';
    element.setAttribute(name, String(index));
    let host = element.parentElement;
    while (host && !/^app-/.test(host.localName)) host = host.parentElement;
    const words = (element.getAttribute('aria-label') ?? element.textContent)
      .trim()
      .replace(/\s+/g, ' ')
      .replace(/[\d,.]+/g, '#');
    const isRow =
      element.closest('li, tr, [role="row"], [role="option"], .item, .row, .weight, app-entry-row') !== null;
    const place = host?.localName ?? 'overlay';
    // Of the rows of a list, one does what the others do.
    return isRow
      ? `${place}, a row: ${element.localName === 'a' ? 'a name' : (words.split(' ')[0] ?? '')}`
      : `${place}: ${words.slice(0, 60)}`;
  });
}
