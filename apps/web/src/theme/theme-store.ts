import { create } from 'zustand';

export type Theme = 'bay' | 'desk';

const KEY = 'ulpen-theme';
const BOOTSTRAP_NAME: Record<Theme, string> = { bay: 'dark', desk: 'light' };

interface ThemeState {
  theme: Theme;
  toggle: () => void;
}

function firstTheme(): Theme {
  const kept = localStorage.getItem(KEY);
  if (kept === 'bay' || kept === 'desk') return kept;
  return window.matchMedia('(prefers-color-scheme: light)').matches ? 'desk' : 'bay';
}

function show(theme: Theme): void {
  document.documentElement.setAttribute('data-bs-theme', BOOTSTRAP_NAME[theme]);
}

/** Bay (dark, for the workshop) or desk (light); starts as the machine is set, then as chosen. */
export const useTheme = create<ThemeState>((set, get) => {
  const theme = firstTheme();
  show(theme);
  // Paper is a desk: print is always light.
  window.addEventListener('beforeprint', () => show('desk'));
  window.addEventListener('afterprint', () => show(get().theme));
  return {
    theme,
    toggle: () => {
      const next = get().theme === 'bay' ? 'desk' : 'bay';
      localStorage.setItem(KEY, next);
      show(next);
      set({ theme: next });
    },
  };
});
