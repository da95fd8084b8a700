/** Light, dark, or as the device says. */
export type Theme = 'light' | 'dark' | 'device';

const key = 'ash-notch-theme';

export function chosenTheme(): Theme {
  const kept = localStorage.getItem(key);
  return kept === 'light' || kept === 'dark' ? kept : 'device';
}

/** Sets the mode on the page, and goes along when the device changes its mind. */
export function applyTheme(): void {
  const device = matchMedia('(prefers-color-scheme: dark)');
  const set = () => {
    const theme = chosenTheme();
    document.documentElement.dataset.mode = theme === 'device' ? (device.matches ? 'dark' : 'light') : theme;
  };
  device.addEventListener('change', set);
  set();
}

export function chooseTheme(theme: Theme): void {
  localStorage.setItem(key, theme);
  applyTheme();
}
