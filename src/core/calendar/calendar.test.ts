import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayAt, dayText, dayWords, isTimeZone, monthsBefore, parseDay, weekdayOf } from '.';

describe('days', () => {
  it.each(['2026-02-29', '2026-13-01', '2026-00-10', '2026-1-1', '1899-12-31', 'today', '', '2026-11-24T00:00'])(
    'refuse “%s”',
    (text) => expect(parseDay(text)).toBeNull(),
  );

  it('are read and written back, any of four centuries', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: parseDay('1900-01-01') ?? 0, max: parseDay('2299-12-31') ?? 0 }),
        (day) => parseDay(dayText(day)) === day,
      ),
    );
  });

  it('know leap days and weekdays', () => {
    expect(dayText((parseDay('2028-02-28') ?? 0) + 1)).toBe('2028-02-29');
    expect(dayWords(parseDay('2026-12-04') ?? 0)).toBe('Friday, 4 December 2026');
    expect(weekdayOf(parseDay('1969-12-28') ?? 0)).toBe(7);
  });

  it('are those of the shop’s time zone, not of the server', () => {
    const justBeforeMidnight = new Date('2026-06-30T23:30:00Z');
    expect(dayAt(justBeforeMidnight, 'Europe/Vienna')).toBe('2026-07-01');
    expect(dayAt(justBeforeMidnight, 'America/New_York')).toBe('2026-06-30');
    expect([isTimeZone('Europe/Vienna'), isTimeZone('Vienna')]).toEqual([true, false]);
  });
});

describe('months before a moment', () => {
  it.each([
    ['2026-03-31T10:20:30.000Z', 1, '2026-02-28T10:20:30.000Z'],
    ['2028-03-31T00:00:00.000Z', 1, '2028-02-29T00:00:00.000Z'],
    ['2026-01-15T23:59:59.999Z', 13, '2024-12-15T23:59:59.999Z'],
    ['2028-02-29T12:00:00.000Z', 12, '2027-02-28T12:00:00.000Z'],
    ['2026-05-31T12:00:00.000Z', 240, '2006-05-31T12:00:00.000Z'],
  ])('%s, %i of them', (at, months, before) => expect(monthsBefore(new Date(at), months).toISOString()).toBe(before));
});
