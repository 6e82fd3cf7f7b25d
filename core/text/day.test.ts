import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayIn, isDay, isTimeZone, readDay, writtenDay } from './day.ts';

describe('a day', () => {
  it.each(['2026-11-24', '2024-02-29', '0999-01-01'])('%s is one', (text) => {
    expect(isDay(text)).toBe(true);
  });

  it.each(['2026-02-29', '2026-13-01', '2026-1-1', '24 Nov 2026', '', '2026-11-24T00:00'])(
    '%j is none',
    (text) => {
      expect(isDay(text)).toBe(false);
    },
  );

  it.each([
    ['2026-11-24', '2026-11-24'],
    ['24.11.2026', '2026-11-24'],
    ['4/1/2027', '2027-01-04'],
    [' 24  nov 2026 ', '2026-11-24'],
    ['1 March 2027', '2027-03-01'],
    ['March 1, 2027', '2027-03-01'],
    ['3rd May 2026', '2026-05-03'],
    ['31.2.2026', null],
    ['tomorrow', null],
    ['24.11.26', null],
    ['', null],
  ])('typed as %j is %s', (typed, day) => {
    expect(readDay(typed)).toBe(day);
  });

  it('as it is written is read back as itself', () => {
    const days = fc.date({ min: new Date('1000-01-02'), max: new Date('9999-12-30'), noInvalidDate: true });
    fc.assert(
      fc.property(days, (moment) => {
        const day = dayIn('UTC', moment);
        expect(isDay(day)).toBe(true);
        expect(readDay(writtenDay(day))).toBe(day);
      }),
    );
  });

  it('that is none is left as it was written', () => {
    expect(writtenDay('as long as it stands')).toBe('as long as it stands');
  });
});

describe('the day somewhere', () => {
  it.each([
    ['UTC', '2026-11-24'],
    ['Pacific/Auckland', '2026-11-25'],
    ['America/Los_Angeles', '2026-11-24'],
  ])('in %s is %s', (zone, day) => {
    expect(dayIn(zone, new Date('2026-11-24T22:30:00Z'))).toBe(day);
  });

  it.each([
    ['Europe/Vienna', true],
    ['UTC', true],
    ['Middle/Nowhere', false],
    ['+02:00', false],
    ['', false],
  ])('“%s” as a time zone: %s', (name, known) => {
    expect(isTimeZone(name)).toBe(known);
  });
});
