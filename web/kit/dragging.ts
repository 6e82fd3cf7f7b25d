import { KeyboardCode, KeyboardSensor, MouseSensor, TouchSensor, useSensor, useSensors } from '@dnd-kit/core';
import type { KeyboardCoordinateGetter } from '@dnd-kit/core';

/** A point of the window, in CSS pixels. */
export interface Point {
  x: number;
  y: number;
}

/**
 * What drags a thing: a mouse that moves far enough for it not to be a press, a finger that rests first (else it
 * scrolls), and keys: the space bar takes it up and puts it down, the arrows move it, Escape lets go of it.
 */
export function useDraggers(byKey: KeyboardCoordinateGetter) {
  return useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 5 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 220, tolerance: 8 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: byKey,
      keyboardCodes: {
        start: [KeyboardCode.Space],
        cancel: [KeyboardCode.Esc],
        end: [KeyboardCode.Space, KeyboardCode.Enter],
      },
    }),
  );
}

/** Which way a key moves what is dragged: on, back, or not at all. */
export const stepOf = (event: KeyboardEvent): -1 | 0 | 1 =>
  event.code === 'ArrowDown' || event.code === 'ArrowRight'
    ? 1
    : event.code === 'ArrowUp' || event.code === 'ArrowLeft'
      ? -1
      : 0;
