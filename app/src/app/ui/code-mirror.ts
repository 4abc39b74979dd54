import './purify';
import {
  HighlightStyle,
  type LanguageSupport,
  StreamLanguage,
  indentUnit,
  syntaxHighlighting,
} from '@codemirror/language';
import { type Diagnostic, setDiagnostics } from '@codemirror/lint';
import { MergeView, unifiedMergeView } from '@codemirror/merge';
import { Compartment, EditorState, type Extension, Prec } from '@codemirror/state';
import { EditorView, keymap } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { basicSetup } from 'codemirror';

// Loaded on demand: nothing but a sheet with code needs it.

/** Languages that are coloured, by the names they go by. Others are plain text. */
const loaders: Readonly<Record<string, () => Promise<LanguageSupport | StreamLanguage<unknown>>>> = {
  python: () => import('@codemirror/lang-python').then((it) => it.python()),
  javascript: () => import('@codemirror/lang-javascript').then((it) => it.javascript()),
  typescript: () => import('@codemirror/lang-javascript').then((it) => it.javascript({ typescript: true })),
  java: () => import('@codemirror/lang-java').then((it) => it.java()),
  'c++': () => import('@codemirror/lang-cpp').then((it) => it.cpp()),
  c: () => import('@codemirror/lang-cpp').then((it) => it.cpp()),
  go: () => import('@codemirror/lang-go').then((it) => it.go()),
  rust: () => import('@codemirror/lang-rust').then((it) => it.rust()),
  kotlin: () => import('@codemirror/legacy-modes/mode/clike').then((it) => StreamLanguage.define(it.kotlin)),
  'c#': () => import('@codemirror/legacy-modes/mode/clike').then((it) => StreamLanguage.define(it.csharp)),
  scala: () => import('@codemirror/legacy-modes/mode/clike').then((it) => StreamLanguage.define(it.scala)),
  swift: () => import('@codemirror/legacy-modes/mode/swift').then((it) => StreamLanguage.define(it.swift)),
  ruby: () => import('@codemirror/legacy-modes/mode/ruby').then((it) => StreamLanguage.define(it.ruby)),
};
const languages = new Map(Object.entries(loaders));

const look = EditorView.theme({
  '&': { backgroundColor: 'var(--sheet)', color: 'var(--ink)', border: '1px solid var(--line)' },
  '&.cm-focused': { outline: '2px solid var(--lamp)' },
  '.cm-content': { fontFamily: 'var(--mono)', caretColor: 'var(--ink)', padding: '6px 0' },
  '.cm-scroller': { fontFamily: 'var(--mono)', maxHeight: '60vh', overflow: 'auto' },
  '.cm-gutters': { backgroundColor: 'var(--sheet)', color: 'var(--ink-2)', border: '0' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'transparent' },
  '&.cm-focused .cm-activeLine, &.cm-focused .cm-activeLineGutter': { backgroundColor: 'var(--sunk)' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '&.cm-focused .cm-selectionBackground, .cm-selectionBackground': { backgroundColor: 'var(--sea-soft) !important' },
  '.cm-tooltip, .cm-panels': { backgroundColor: 'var(--sheet)', color: 'var(--ink)', borderColor: 'var(--line)' },
  '.cm-lintRange-error': { backgroundImage: 'none', textDecoration: 'underline wavy var(--risk)' },
  '.cm-diagnostic-error': { borderLeftColor: 'var(--risk)' },
  '.cm-changedLine': { backgroundColor: 'var(--lamp-soft) !important' },
  '.cm-deletedChunk': { backgroundColor: 'var(--risk-soft) !important' },
  '.cm-changedText': { background: 'none !important', textDecoration: 'underline 2px var(--lamp)' },
});

const colours = syntaxHighlighting(
  HighlightStyle.define([
    { tag: [tags.keyword, tags.operatorKeyword, tags.modifier, tags.self], color: 'var(--sea)', fontWeight: '600' },
    { tag: [tags.string, tags.special(tags.string)], color: 'var(--moss)' },
    { tag: [tags.number, tags.bool, tags.null], color: 'color-mix(in srgb, var(--lamp) 72%, var(--ink))' },
    { tag: [tags.comment, tags.docComment], color: 'var(--ink-2)', fontStyle: 'italic' },
    { tag: [tags.typeName, tags.className], color: 'color-mix(in srgb, var(--sea) 60%, var(--ink))' },
  ]),
);

/** What both ways of showing code need. */
function shared(label: string, nonce: string): Extension[] {
  return [
    basicSetup,
    look,
    colours,
    EditorView.cspNonce.of(nonce),
    EditorView.contentAttributes.of({ 'aria-label': label }),
    // It runs the checks.
    Prec.highest(keymap.of([{ key: 'Mod-Enter', run: () => true }])),
    // Tab leaves the field, as everywhere else; Ctrl+] and Ctrl+[ indent.
    keymap.of([{ key: 'Escape', run: (view) => (view.contentDOM.blur(), true) }]),
  ];
}

/** Where code is wrong, from line 1, and why. */
export interface CodeFault {
  readonly line: number;
  readonly message: string;
}

/** How wide a step of indentation is, and how large the letters are, in pixels. */
export interface CodeLook {
  readonly tabWidth: number;
  readonly size: number;
}

function lookOf({ tabWidth, size }: CodeLook): Extension {
  return [
    EditorState.tabSize.of(tabWidth),
    indentUnit.of(' '.repeat(tabWidth)),
    EditorView.theme({ '&': { fontSize: `${size}px` } }),
  ];
}

export interface CodeField {
  /** Takes over text from elsewhere; what stands there already is left alone. */
  setCode(code: string): void;
  setLanguage(language: string): void;
  /** Puts text where the cursor is. */
  insert(text: string): void;
  setLook(look: CodeLook): void;
  /** Underlines these lines; what is wrong with them is said on them. */
  setFaults(faults: readonly CodeFault[]): void;
  focus(): void;
  destroy(): void;
}

export function createCodeField(
  parent: HTMLElement,
  options: {
    code: string;
    language: string;
    label: string;
    nonce: string;
    look: CodeLook;
    onChange: (code: string) => void;
  },
): CodeField {
  const [language, looks] = [new Compartment(), new Compartment()];
  const view = new EditorView({
    parent,
    state: EditorState.create({
      doc: options.code,
      extensions: [
        shared(options.label, options.nonce),
        language.of([]),
        looks.of(lookOf(options.look)),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) options.onChange(update.state.doc.toString());
        }),
      ],
    }),
  });
  const setLanguage = (name: string): void => {
    void languages
      .get(name.trim().toLowerCase())?.()
      .then((support) => view.dispatch({ effects: language.reconfigure(support) }));
  };
  setLanguage(options.language);
  return {
    setLanguage,
    setCode: (code) => {
      if (code !== view.state.doc.toString())
        view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: code } });
    },
    insert: (text) => {
      view.dispatch(view.state.replaceSelection(text));
      view.focus();
    },
    setLook: (wanted) => view.dispatch({ effects: looks.reconfigure(lookOf(wanted)) }),
    setFaults: (faults) => view.dispatch(setDiagnostics(view.state, diagnosticsOf(view.state, faults))),
    focus: () => view.focus(),
    destroy: () => view.destroy(),
  };
}

function diagnosticsOf({ doc }: EditorState, faults: readonly CodeFault[]): Diagnostic[] {
  return faults.flatMap(({ line, message }): Diagnostic[] => {
    if (line < 1 || line > doc.lines) return [];
    const { from, to } = doc.line(line);
    return [{ from, to, severity: 'error', message }];
  });
}

/** Two versions beside each other, or as one text with what changed. @returns what takes it down. */
export async function createComparison(
  parent: HTMLElement,
  options: { before: string; after: string; language: string; isSideBySide: boolean; nonce: string },
): Promise<() => void> {
  const support = (await languages.get(options.language.trim().toLowerCase())?.()) ?? [];
  const extensions = (label: string): Extension[] => [
    shared(label, options.nonce),
    support,
    EditorState.readOnly.of(true),
  ];
  if (options.isSideBySide) {
    const merge = new MergeView({
      parent,
      a: { doc: options.before, extensions: extensions('The first version') },
      b: { doc: options.after, extensions: extensions('The second version') },
      collapseUnchanged: { margin: 3, minSize: 8 },
    });
    return () => merge.destroy();
  }
  const view = new EditorView({
    parent,
    doc: options.after,
    extensions: [
      extensions('What changed'),
      unifiedMergeView({
        original: options.before,
        mergeControls: false,
        collapseUnchanged: { margin: 3, minSize: 8 },
      }),
    ],
  });
  return () => view.destroy();
}
