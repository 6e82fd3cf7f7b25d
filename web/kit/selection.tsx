import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import type { Point } from './dragging.ts';
import { useLatest } from './uselatest.ts';

/** What changes a selection; always the same, so that nobody is drawn anew who only does it. */
interface Selecting {
  select: (asset: string | null) => void;
  takePage: (page: string) => void;
  openTray: (open: boolean) => void;
  placeWith: (place: Place | null, dropPlace: DropPlace | null) => void;
}

interface Selection extends Selecting {
  /** The asset whose placard is shown at the right; null for none. */
  asset: string | null;
  /** The page that was worked on or looked at last, on whatever stage; null for none. */
  page: string | null;
  trayOpen: boolean;
  /** Places assets at the caret of the page that is open, several of them together; null where none is. */
  place: Place | null;
  /** The page that is open, for what is dragged. */
  dropPlace: DropPlace | null;
  /** Counts how often the tray was asked for, to be gone on in by key. */
  trayAsked: number;
}

type Place = (assets: readonly string[]) => void;

/** A page that takes what is dragged into it. */
export interface DropPlace {
  element: () => HTMLElement | null;
  /** Marks where something would be put at a point of the window, and says it; null where it would not be. */
  mark: (point: Point | null) => string | null;
  /** Puts assets where a point lies; false where nothing can be put. */
  put: (assets: readonly string[], point: Point) => boolean;
  /** The point that a key moves it to. */
  step: (from: Point, by: -1 | 1) => Point | null;
}

const SelectionContext = createContext<Selection | null>(null);
const SelectingContext = createContext<Selecting | null>(null);

/** Keeps what is selected, and whether the tray is up, across all screens. */
export function SelectionProvider({ children }: { children: ReactNode }) {
  const [asset, select] = useState<string | null>(null);
  const [page, takePage] = useState<string | null>(null);
  const [trayOpen, setTrayOpen] = useState(false);
  const [trayAsked, setTrayAsked] = useState(0);
  const [placer, setPlacer] = useState<{ place: Place; dropPlace: DropPlace | null } | null>(null);
  const placeWith = useCallback(
    (place: Place | null, dropPlace: DropPlace | null) => setPlacer(place && { place, dropPlace }),
    [],
  );
  const openTray = useCallback((open: boolean) => {
    setTrayOpen(open);
    if (open) setTrayAsked((before) => before + 1);
  }, []);
  const selecting = useMemo(() => ({ select, takePage, openTray, placeWith }), [openTray, placeWith]);
  const selection = useMemo(
    () => ({
      ...selecting,
      asset,
      page,
      trayOpen,
      place: placer?.place ?? null,
      dropPlace: placer?.dropPlace ?? null,
      trayAsked,
    }),
    [selecting, asset, page, trayOpen, trayAsked, placer],
  );
  return (
    <SelectingContext value={selecting}>
      <SelectionContext value={selection}>{children}</SelectionContext>
    </SelectingContext>
  );
}

export const useSelection = (): Selection => provided(useContext(SelectionContext));

/** For who selects and does not show what is selected. */
export const useSelecting = (): Selecting => provided(useContext(SelectingContext));

function provided<T>(value: T | null): T {
  if (value === null) throw new Error('This needs a SelectionProvider above it.');
  return value;
}

/** While this screen is open, what is chosen elsewhere is placed by it. */
export function usePlaces(place: Place, dropPlace: DropPlace | null): void {
  const { placeWith } = useSelecting();
  const latest = useLatest(place);
  useEffect(() => {
    placeWith((assets) => latest.current(assets), dropPlace);
    return () => placeWith(null, null);
  }, [latest, placeWith, dropPlace]);
}
