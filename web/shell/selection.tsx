import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { useLatest } from '../kit/uselatest.ts';

interface Selection {
  /** The asset whose placard is shown at the right; null for none. */
  asset: string | null;
  select: (asset: string | null) => void;
  trayOpen: boolean;
  openTray: (open: boolean) => void;
  /** Places an asset in the page that is open; null where none is. */
  place: Place | null;
  placeWith: (place: Place | null) => void;
}

type Place = (asset: string) => void;

const SelectionContext = createContext<Selection | null>(null);

/** Keeps what is selected, and whether the tray is up, across all screens. */
export function SelectionProvider({ children }: { children: ReactNode }) {
  const [asset, select] = useState<string | null>(null);
  const [trayOpen, openTray] = useState(false);
  const [placer, setPlacer] = useState<{ place: Place } | null>(null);
  const placeWith = useCallback((place: Place | null) => setPlacer(place && { place }), []);
  const selection = useMemo(
    () => ({
      asset,
      select,
      trayOpen,
      openTray,
      place: placer?.place ?? null,
      placeWith,
    }),
    [asset, trayOpen, placer, placeWith],
  );
  return <SelectionContext value={selection}>{children}</SelectionContext>;
}

export function useSelection(): Selection {
  const selection = useContext(SelectionContext);
  if (!selection) throw new Error('useSelection needs a SelectionProvider above it.');
  return selection;
}

/** While this screen is open, what is chosen elsewhere is placed by it. */
export function usePlaces(place: Place): void {
  const { placeWith } = useSelection();
  const latest = useLatest(place);
  useEffect(() => {
    placeWith((asset) => latest.current(asset));
    return () => placeWith(null);
  }, [latest, placeWith]);
}
