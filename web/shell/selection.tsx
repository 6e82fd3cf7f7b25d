import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';

interface Selection {
  /** The asset whose placard is shown at the right; null for none. */
  asset: string | null;
  select: (asset: string | null) => void;
  trayOpen: boolean;
  openTray: (open: boolean) => void;
}

const SelectionContext = createContext<Selection | null>(null);

/** Keeps what is selected, and whether the tray is up, across all screens. */
export function SelectionProvider({ children }: { children: ReactNode }) {
  const [asset, select] = useState<string | null>(null);
  const [trayOpen, openTray] = useState(false);
  const selection = useMemo(() => ({ asset, select, trayOpen, openTray }), [asset, trayOpen]);
  return <SelectionContext value={selection}>{children}</SelectionContext>;
}

export function useSelection(): Selection {
  const selection = useContext(SelectionContext);
  if (!selection) throw new Error('useSelection needs a SelectionProvider above it.');
  return selection;
}
