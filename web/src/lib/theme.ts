/** Light, dark, or as the device says. */
export type Theme = 'light' | 'dark' | 'device';

const key = 'ash-notch-theme';
const device = matchMedia('(prefers-color-scheme: dark)');

export function chosenTheme(): Theme {
  const kept = localStorage.getItem(key);
  return kept === 'light' || kept === 'dark' ? kept : 'device';
}

function show(): void {
  const theme = chosenTheme();
  document.documentElement.dataset.mode = theme === 'device' ? (device.matches ? 'dark' : 'light') : theme;
}

/** Sets the mode on the page, and goes along when the device changes its mind. */
export function applyTheme(): void {
  device.addEventListener('change', show);
  show();
}

export function chooseTheme(theme: Theme): void {
  localStorage.setItem(key, theme);
  show();
}
