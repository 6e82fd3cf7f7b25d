import type { Rectangle, Size } from './rectangle.ts';

/**
 * What a picture shows of its original: a rectangle that lies turned in it, and the pixels it is drawn at.
 * Every geometric edit makes one window of another, so any order of them comes down to one reading of the original.
 */
export interface Window {
  /** The rectangle's centre, in pixels of the upright original. */
  x: number;
  y: number;
  /** Its sides along its own axes, in pixels of the original. */
  across: number;
  down: number;
  /** How far it is turned clockwise in the original, in degrees from 0 up to 360. */
  angle: number;
  /** Its left is the original's right. */
  mirrored: boolean;
  /** The pixels it is drawn at, whole numbers. */
  size: Size;
}

/** All of an original, as it is. */
export function wholeOf({ width, height }: Size): Window {
  return {
    x: width / 2,
    y: height / 2,
    across: width,
    down: height,
    angle: 0,
    mirrored: false,
    size: { width, height },
  };
}

/** Turns clockwise by quarters. */
export function turned(window: Window, quarters: number): Window {
  const odd = quarters % 2 !== 0;
  const { size, across, down } = window;
  return {
    ...window,
    angle: turn(window, 90 * quarters),
    across: odd ? down : across,
    down: odd ? across : down,
    size: odd ? { width: size.height, height: size.width } : size,
  };
}

/** Mirrors left to right, or top to bottom. */
export function mirrored(window: Window, axis: 'across' | 'down'): Window {
  return {
    ...window,
    angle: axis === 'across' ? window.angle : round(window.angle + 180),
    mirrored: !window.mirrored,
  };
}

/**
 * Turns what is seen clockwise by some degrees (at most 45 either way), and keeps the largest part of the
 * same proportions that has no empty corners.
 */
export function straightened(window: Window, degrees: number): Window {
  const kept = keptWhenTurned({ width: window.across, height: window.down }, degrees);
  return {
    ...window,
    angle: turn(window, degrees),
    across: window.across * kept,
    down: window.down * kept,
    size: {
      width: Math.max(1, Math.floor(window.size.width * kept)),
      height: Math.max(1, Math.floor(window.size.height * kept)),
    },
  };
}

/** The share of each side that stays when a picture is turned and cut to its own proportions without empty corners. */
export function keptWhenTurned({ width, height }: Size, degrees: number): number {
  const [sin, cos] = [Math.abs(Math.sin(radians(degrees))), Math.cos(radians(degrees))];
  return Math.min(width / (width * cos + height * sin), height / (width * sin + height * cos));
}

/** Keeps a rectangle, given in pixels of what is seen. */
export function cropped(window: Window, { x, y, width, height }: Rectangle): Window {
  const [perX, perY] = [window.across / window.size.width, window.down / window.size.height];
  const offset = along(
    window,
    (x + width / 2 - window.size.width / 2) * perX,
    (y + height / 2 - window.size.height / 2) * perY,
  );
  return {
    ...window,
    x: window.x + offset.x,
    y: window.y + offset.y,
    across: width * perX,
    down: height * perY,
    size: { width, height },
  };
}

/** Draws the same at other pixels. */
export function resized(window: Window, size: Size): Window {
  return { ...window, size };
}

/**
 * The window's corners in pixels of the original: top left, top right, bottom right, bottom left as they are seen.
 */
export function cornersOf(window: Window): { x: number; y: number }[] {
  return [
    [-0.5, -0.5],
    [0.5, -0.5],
    [0.5, 0.5],
    [-0.5, 0.5],
  ].map(([u = 0, v = 0]) => seenThrough(window, { x: u + 0.5, y: v + 0.5 }));
}

/** Where a point of the original is seen, as shares of width and height from the top left; outside of 0 to 1 it is not seen. */
export function seenAt(window: Window, point: { x: number; y: number }): { x: number; y: number } {
  const [dx, dy] = [point.x - window.x, point.y - window.y];
  const [sin, cos] = [Math.sin(radians(window.angle)), Math.cos(radians(window.angle))];
  const across = dx * cos + dy * sin;
  return {
    x: (window.mirrored ? -across : across) / window.across + 0.5,
    y: (dy * cos - dx * sin) / window.down + 0.5,
  };
}

/** The point of the original that is seen at shares of width and height from the top left. */
export function seenThrough(window: Window, share: { x: number; y: number }): { x: number; y: number } {
  const { x, y } = along(window, (share.x - 0.5) * window.across, (share.y - 0.5) * window.down);
  return { x: window.x + x, y: window.y + y };
}

/**
 * The matrix that lays the original so that the window fills a box: a, b, c, d, e, f as in CSS `matrix()`, from pixels
 * of the original to pixels of the box.
 */
export function matrixOf(window: Window, box: Size): [number, number, number, number, number, number] {
  const [sin, cos] = [Math.sin(radians(window.angle)), Math.cos(radians(window.angle))];
  const [perX, perY] = [((window.mirrored ? -1 : 1) * box.width) / window.across, box.height / window.down];
  const [a, b, c, d] = [perX * cos, -perY * sin, perX * sin, perY * cos];
  return [
    a,
    b,
    c,
    d,
    box.width / 2 - (a * window.x + c * window.y),
    box.height / 2 - (b * window.x + d * window.y),
  ];
}

/** From a way along the window's own axes to one along the original's. */
function along(window: Window, right: number, down: number): { x: number; y: number } {
  const across = window.mirrored ? -right : right;
  const [sin, cos] = [Math.sin(radians(window.angle)), Math.cos(radians(window.angle))];
  return { x: across * cos - down * sin, y: across * sin + down * cos };
}

/** What is seen turns clockwise when the window turns the other way; seen in a mirror, when it turns the same way. */
const turn = ({ angle, mirrored: inMirror }: Window, degrees: number) =>
  round(angle + (inMirror ? degrees : -degrees));

const radians = (degrees: number) => (degrees * Math.PI) / 180;
const round = (degrees: number) => Number(((((degrees % 360) + 360) % 360) % 360).toFixed(6)) % 360;
