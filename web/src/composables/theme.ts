const KEY = 'crib-theme';
export type Theme = 'light' | 'dark';

/** The theme chosen here, or what the system asks for. */
export function currentTheme(): Theme {
  const chosen = localStorage.getItem(KEY);
  if (chosen === 'light' || chosen === 'dark') return chosen;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

export function applyTheme(theme: Theme = currentTheme()) {
  document.documentElement.dataset['theme'] = theme;
}

export function chooseTheme(theme: Theme) {
  localStorage.setItem(KEY, theme);
  applyTheme(theme);
}
