// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { filesOf } from './filesof.ts';

const fileEntry = (name: string, broken = false) =>
  ({
    name,
    isFile: true,
    file: (done: (file: File) => void, fail: (error: Error) => void) =>
      broken ? fail(new Error('gone')) : done(new File(['x'], name)),
  }) as unknown as FileSystemEntry;

/** A folder that tells what is in it in parts, as browsers do. */
const folder = (name: string, inside: FileSystemEntry[], part = 2) =>
  ({
    name,
    isFile: false,
    createReader: () => {
      const left = [...inside];
      return { readEntries: (done: (entries: FileSystemEntry[]) => void) => done(left.splice(0, part)) };
    },
  }) as unknown as FileSystemEntry;

const drop = (...entries: FileSystemEntry[]) =>
  ({
    items: entries.map((entry) => ({ kind: 'file', webkitGetAsEntry: () => entry })),
    files: [],
  }) as unknown as DataTransfer;

const namesOf = async (dropped: DataTransfer) => (await filesOf(dropped)).files.map(({ name }) => name);

describe('files of a drop', () => {
  it('are those in its folders too, in their order, however deep', async () => {
    const deep = folder('deep', [fileEntry('10.jpg'), fileEntry('9.jpg'), fileEntry('8.jpg')]);
    expect(
      await namesOf(
        drop(fileEntry('a.png'), folder('night', [deep, fileEntry('b.png')]), fileEntry('c.png')),
      ),
    ).toEqual(['a.png', 'b.png', '8.jpg', '9.jpg', '10.jpg', 'c.png']);
  });

  it('are without what systems hide in folders', async () => {
    expect(
      await namesOf(
        drop(folder('night', [fileEntry('.DS_Store'), fileEntry('Thumbs.db'), fileEntry('a.png')])),
      ),
    ).toEqual(['a.png']);
  });

  it('that cannot be read are named, and stop no others', async () => {
    const { files, says } = await filesOf(drop(fileEntry('lost.png', true), fileEntry('a.png')));
    expect([files.map(({ name }) => name), says]).toEqual([
      ['a.png'],
      'The browser could not read lost.png.',
    ]);
  });

  it('beyond what is taken at once are said to be left', async () => {
    const many = (count: number) =>
      drop(
        folder(
          'all',
          Array.from({ length: count }, (_, at) => fileEntry(`${at}`)),
          900,
        ),
      );
    const { files, says } = await filesOf(many(5001));
    expect([files.length, says]).toEqual([5000, 'Only the first 5,000 files are taken at once.']);
    expect((await filesOf(many(5000))).says).toBeNull();
  });

  it('are taken plainly where a browser knows of no folders', async () => {
    const plain = { items: [], files: [new File(['x'], 'a.png')] } as unknown as DataTransfer;
    expect(await namesOf(plain)).toEqual(['a.png']);
  });
});
