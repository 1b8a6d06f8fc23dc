import fc from 'fast-check';
import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { beginsOn, dayAt, dayText, parseDay, weekdayOf } from '@/core/calendar';
import { isInForce } from '@/core/price-lists';

/** Days and weeks beside Luxon, a date library that asks the platform's time zone database (IANA). */
const zones = [
  'Europe/Vienna',
  'Europe/London',
  'America/New_York',
  'America/St_Johns',
  'Asia/Kolkata',
  'Asia/Kathmandu',
  'Australia/Lord_Howe',
  'Pacific/Apia',
  'Pacific/Chatham',
  'UTC',
];
const instants = fc.integer({ min: Date.UTC(2000, 0, 1), max: Date.UTC(2060, 0, 1) });

describe('days in time zones', () => {
  it('are those of a date library, whatever the instant', () => {
    fc.assert(
      fc.property(instants, fc.constantFrom(...zones), (instant, zone) => {
        expect(dayAt(new Date(instant), zone)).toBe(DateTime.fromMillis(instant, { zone }).toISODate());
      }),
      { numRuns: 2000 },
    );
  });

  it('turn at midnight there, also when clocks are put on and back', () => {
    // Clocks in Vienna are put on at 02:00 on the 29th of March 2026 and back at 03:00 on the 25th of October 2026.
    for (const day of ['2026-03-29', '2026-03-30', '2026-10-25', '2026-10-26']) {
      const midnight = DateTime.fromISO(day, { zone: 'Europe/Vienna' }).toMillis();
      expect(
        [dayAt(new Date(midnight - 1), 'Europe/Vienna') < day, dayAt(new Date(midnight), 'Europe/Vienna')],
        day,
      ).toEqual([true, day]);
    }
  });

  it('have the weekday and the week of ISO 8601', () => {
    fc.assert(
      fc.property(instants, (instant) => {
        const date = DateTime.fromMillis(instant, { zone: 'utc' });
        const day = parseDay(date.toISODate() ?? '') ?? 0;
        expect([weekdayOf(day), dayText(beginsOn(day, 'week'))]).toEqual([
          date.weekday,
          date.startOf('week').toISODate(),
        ]);
      }),
    );
  });
});

describe('prices that hold from one day to another', () => {
  it('hold on both, by the clock of the shop', () => {
    const list = { from: '2026-10-25', until: '2026-10-25' };
    const at = (iso: string) =>
      isInForce(list, dayAt(DateTime.fromISO(iso, { zone: 'Europe/Vienna' }).toJSDate(), 'Europe/Vienna'));
    // The day on which clocks are put back has 25 hours.
    expect(
      [
        '2026-10-24T23:59:59',
        '2026-10-25T00:00:00',
        '2026-10-25T02:30:00',
        '2026-10-25T23:59:59',
        '2026-10-26T00:00:00',
      ].map(at),
    ).toEqual([false, true, true, true, false]);
    expect(
      DateTime.fromISO('2026-10-26', { zone: 'Europe/Vienna' }).diff(
        DateTime.fromISO('2026-10-25', { zone: 'Europe/Vienna' }),
        'hours',
      ).hours,
    ).toBe(25);
  });
});
