import type { Settings } from '@lernen/core/model';

type Theme = Settings['theme'];
const key = 'lernen-theme';

/** Kept beside the settings, so that the first paint is in the right theme already. */
export function rememberedTheme(): Theme {
  const theme = localStorage.getItem(key);
  return theme === 'light' || theme === 'dark' ? theme : 'system';
}

export function applyTheme(theme: Theme): void {
  localStorage.setItem(key, theme);
  document.documentElement.dataset['theme'] = theme;
}
