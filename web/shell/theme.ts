import { useEffect, useState } from 'react';

const KEY = 'placard-theme';
type Theme = 'day' | 'night';

function remembered(): Theme {
  const stored = localStorage.getItem(KEY);
  if (stored === 'day' || stored === 'night') return stored;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
}

/** Day or night, remembered on this machine; what the system prefers until somebody chooses. */
export function useTheme(): [Theme, (theme: Theme) => void] {
  const [theme, setTheme] = useState<Theme>(remembered);
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  const choose = (chosen: Theme) => {
    localStorage.setItem(KEY, chosen);
    setTheme(chosen);
  };
  return [theme, choose];
}
