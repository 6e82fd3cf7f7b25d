import { useEffect, useRef, useState } from 'react';
import { heightAt, type Size } from '@placard/core/geometry';

/** The largest size that the picture can be shown at here. */
export function useStage(size: Size) {
  const ref = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(700);
  useEffect(() => {
    if (!ref.current) return undefined;
    const watch = new ResizeObserver(([entry]) => setRoom(Math.floor(entry?.contentRect.width ?? 700)));
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, []);
  const most = Math.max(240, Math.min(640, window.innerHeight - 512));
  const width = Math.max(40, Math.floor(Math.min(room, (most * size.width) / size.height)));
  // On whole pixels, so that nothing is drawn between two of them.
  return { ref, width, height: heightAt(width, size), left: Math.max(0, Math.floor((room - width) / 2)) };
}
