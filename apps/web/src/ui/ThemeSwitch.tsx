import { Lamp, Moon } from 'lucide-react';
import { useTheme } from '../theme/theme-store.ts';

export function ThemeSwitch() {
  const { theme, toggle } = useTheme();
  const other = theme === 'bay' ? 'desk' : 'bay';
  return (
    <button
      type="button"
      className="btn btn-quiet no-print"
      onClick={toggle}
      aria-label={`Use the ${other} theme`}
      title={`Use the ${other} theme`}
    >
      {theme === 'bay' ? <Lamp size={18} /> : <Moon size={18} />}
    </button>
  );
}
