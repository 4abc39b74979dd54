import { type Settings, SettingsSchema, readSettings, snippetsFor, templateFor } from './settings';

describe('snippets of the person', () => {
  const snippet = (name: string, part: object = {}) => ({ name, language: 'Python', code: `# ${name}`, ...part });
  const settings: Settings = SettingsSchema.parse({
    snippets: [
      snippet('start', { isTemplate: true }),
      snippet('union', { technique: 'union-find' }),
      snippet('any language', { language: '' }),
      snippet('fast input', { language: 'C++' }),
      snippet('empty', { code: ' ' }),
    ],
  });

  it('are offered for their language, those of the technique first', () => {
    const names = (language: string, ...techniques: string[]) =>
      snippetsFor(language, techniques, settings).map(({ name }) => name);
    expect(names('python')).toEqual(['start', 'union', 'any language']);
    expect(names('Python', 'union-find')).toEqual(['union', 'start', 'any language']);
    expect(names('c++')).toEqual(['any language', 'fast input']);
  });

  it('start new code where they are a template', () => {
    expect([templateFor('python', settings), templateFor('c++', settings)]).toEqual(['# start', '']);
  });

  it('that cannot be read are named, and the other settings stay', () => {
    const { settings: read, unreadable } = readSettings({ tabWidth: 2, snippets: [{ name: 7 }] });
    expect([read.tabWidth, read.snippets, unreadable]).toEqual([2, [], ['snippets']]);
  });
});
