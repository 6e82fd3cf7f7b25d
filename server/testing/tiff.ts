/** How a TIFF is written (TIFF 6.0); what is not said is as in most: three samples of eight bits, in one strip. */
export interface TiffWish {
  bits?: number;
  samples?: number;
  photometric?: number;
  compression?: number;
  planar?: 1 | 2;
  tiled?: boolean;
  /** 3 for fractions. */
  numbers?: 1 | 3;
  pages?: number;
  bigEndian?: boolean;
}

const [WIDTH, HEIGHT, TILE] = [32, 16, 16];

/** A small TIFF, redder to the right and greener downwards; whatever it says it is, its samples are not compressed. */
export function tiff({
  bits = 8,
  samples = 3,
  photometric = 2,
  compression = 1,
  planar = 1,
  tiled = false,
  numbers = 1,
  pages = 1,
  bigEndian = false,
}: TiffWish = {}): Buffer {
  const share = (x: number, y: number, sample: number) => [x / (WIDTH - 1), y / (HEIGHT - 1)][sample] ?? 0.2;
  const parts: Buffer[] = [Buffer.from(bigEndian ? 'MM\0*\0\0\0\0' : 'II*\0\0\0\0\0', 'latin1')];
  let length = 8;
  const put = (part: Buffer) => {
    const at = length;
    const even = part.length % 2 ? Buffer.concat([part, Buffer.alloc(1)]) : part;
    parts.push(even);
    length += even.length;
    return at;
  };
  const number = (value: number, bytes: number) => {
    const made = Buffer.alloc(bytes);
    if (bigEndian) made.writeUIntBE(value, 0, bytes);
    else made.writeUIntLE(value, 0, bytes);
    return made;
  };
  const packed = (values: number[]): Buffer => {
    if (numbers === 3)
      return Buffer.concat(
        values.map((value) => {
          const made = Buffer.alloc(4);
          if (bigEndian) made.writeFloatBE(value);
          else made.writeFloatLE(value);
          return made;
        }),
      );
    const whole = values.map((value) => Math.round(value * (2 ** bits - 1)));
    if (bits % 8 === 0) return Buffer.concat(whole.map((value) => number(value, bits / 8)));
    const row = whole.map((value) => value.toString(2).padStart(bits, '0')).join('');
    return Buffer.from((row.match(/.{1,8}/g) ?? []).map((eight) => Number.parseInt(eight.padEnd(8, '0'), 2)));
  };
  const block = (of: number[], left: number, top: number, width: number, height: number) =>
    Buffer.concat(
      Array.from({ length: height }, (_, y) =>
        packed(
          Array.from({ length: width }, (_, x) =>
            of.map((sample) => share(Math.min(WIDTH - 1, left + x), Math.min(HEIGHT - 1, top + y), sample)),
          ).flat(),
        ),
      ),
    );
  const all = Array.from({ length: samples }, (_, sample) => sample);
  const blocks = (planar === 2 ? all.map((sample) => [sample]) : [all]).flatMap((of) =>
    tiled ? [0, TILE].map((left) => block(of, left, 0, TILE, TILE)) : [block(of, 0, 0, WIDTH, HEIGHT)],
  );
  let before = 4;
  for (let page = 0; page < pages; page++) {
    const [from, lengths] = [blocks.map(put), blocks.map((part) => part.length)];
    const entries: [tag: number, type: 3 | 4, values: number[]][] = [
      [256, 4, [WIDTH]],
      [257, 4, [HEIGHT]],
      [258, 3, all.map(() => bits)],
      [259, 3, [compression]],
      [262, 3, [photometric]],
      ...(tiled ? [] : ([[273, 4, from]] as [number, 4, number[]][])),
      [277, 3, [samples]],
      ...(tiled
        ? []
        : ([
            [278, 4, [HEIGHT]],
            [279, 4, lengths],
          ] as [number, 4, number[]][])),
      [284, 3, [planar]],
      ...(tiled
        ? ([
            [322, 3, [TILE]],
            [323, 3, [TILE]],
            [324, 4, from],
            [325, 4, lengths],
          ] as [number, 3 | 4, number[]][])
        : []),
      [339, 3, all.map(() => numbers)],
    ];
    const directory = entries.map(([tag, type, values]) => {
      const said = Buffer.concat(values.map((value) => number(value, type === 3 ? 2 : 4)));
      const where =
        said.length <= 4 ? Buffer.concat([said, Buffer.alloc(4 - said.length)]) : number(put(said), 4);
      return Buffer.concat([number(tag, 2), number(type, 2), number(values.length, 4), where]);
    });
    const at = put(Buffer.concat([number(entries.length, 2), ...directory, Buffer.alloc(4)]));
    const made = Buffer.concat(parts);
    number(at, 4).copy(made, before);
    parts.splice(0, parts.length, made);
    before = at + 2 + entries.length * 12;
  }
  return Buffer.concat(parts);
}
