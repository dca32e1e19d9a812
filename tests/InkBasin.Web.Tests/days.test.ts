import type { DayPlace } from '@web/api/types';
import { cureAt, lanePxOf, short } from '@web/tideline/DaysLane';
import { addTo, setIn } from '@web/desk/changes';
import { hoursRead } from '@web/stages/days/BenchPart';
import { clockOfDay, minutesOf, noted } from '@web/stages/days/notes';
import { AWAY_HOUR_PX, BENCH_HOUR_PX, livedTime, rowsOf } from '@web/tideline/livedTime';

const H = 3_600_000;

describe('time as it is lived', () => {
  const time = livedTime(0, 48 * H, [
    { fromMs: 18 * H, toMs: 22 * H },
    { fromMs: 42 * H, toMs: 43 * H },
  ]);

  it('is wide at the bench, narrow away from it, and never runs back', () => {
    expect(time.x(22 * H) - time.x(18 * H)).toBeCloseTo(4 * BENCH_HOUR_PX, 6);
    expect(time.x(18 * H)).toBeCloseTo(18 * AWAY_HOUR_PX, 6);
    // A short stretch still has room for its date.
    expect(time.x(43 * H) - time.x(42 * H)).toBeGreaterThan(3 * BENCH_HOUR_PX);
    const xs = Array.from({ length: 200 }, (_, i) => time.x((i / 199) * 48 * H));
    xs.slice(1).forEach((x, i) => expect(x).toBeGreaterThan(xs[i] ?? 0));
    expect(time.x(48 * H)).toBeCloseTo(time.widthPx, 6);
  });

  it('finds the moment shown at a place', () => {
    for (const ms of [0, 5, 17.5, 18.25, 21, 30, 42.5, 47].map((h) => h * H))
      expect(time.at(time.x(ms))).toBeCloseTo(ms, 0);
  });

  it('cuts stretches at both ends', () => {
    const cut = livedTime(20 * H, 21 * H, [{ fromMs: 18 * H, toMs: 22 * H }]);
    expect(cut.widthPx).toBeGreaterThan(0);
    expect([cut.x(0), cut.x(99 * H)]).toEqual([0, cut.widthPx]);
  });

  it('puts labels that would touch under one another, as far as there are rows', () => {
    const at = (left: number) => ({ left, width: 50 });
    expect(rowsOf([at(0), at(30), at(60), at(200)], 3)).toEqual([0, 1, 0, 0]);
    expect(rowsOf([at(0), at(1), at(2), at(3)], 2)).toEqual([0, 1, 1, 1]);
  });
});

describe('hours at the bench', () => {
  it('are read as they are written', () => {
    expect(hoursRead('18:30–22:00')).toEqual([{ fromMin: 1110, toMin: 1320 }]);
    expect(hoursRead('9:00-12:00, 14:00 - 24:00')).toEqual([
      { fromMin: 540, toMin: 720 },
      { fromMin: 840, toMin: 1440 },
    ]);
    expect(hoursRead('')).toEqual([]);
    for (const wrong of ['evenings', '22:00-18:30', '18:30', '18:30-25:00', '1:2:3-4:00', '10:00-11:00-12:00'])
      expect(hoursRead(wrong)).toBeNull();
    expect([minutesOf('24:00'), minutesOf('24:01'), minutesOf('7:05')]).toEqual([1440, null, 425]);
    expect([clockOfDay(425), clockOfDay(1440)]).toEqual(['07:05', '24:00']);
  });
});

describe('what is said of a step', () => {
  it('goes to its note, or makes one', () => {
    const note = {
      id: 'skin',
      pinnedAt: null,
      doneAt: null,
      handsOnMin: 20,
      waitMin: null,
      name: null,
      leftOut: false,
      failedAt: null,
    };
    expect(noted([note], 'skin', { waitMin: 5 }, addTo, setIn)).toEqual(setIn('days.notes', 'skin', { waitMin: 5 }));
    expect(noted([note], 'w:test', { leftOut: true }, addTo, setIn)).toEqual(
      addTo('days.notes', { ...note, id: 'w:test', handsOnMin: null, leftOut: true }),
    );
  });
});

describe('a channel of the days', () => {
  const course = [
    { atH: 0, cure: 0 },
    { atH: 2, cure: 0.4 },
    { atH: 6, cure: 0.8 },
  ];

  it.each([
    [0, 0],
    [1, 0.2],
    [4, 0.6],
    [6, 0.8],
    [9, 0.8],
  ])('has the cure at %d h, %d', (h, cure) => expect(cureAt(course, h)).toBeCloseTo(cure, 12));

  it.each([
    ['Pour Creek 2', 'Pour 2'],
    ['Water test of Creek', 'Water test'],
    ['Last look at the dams of Creek', 'Last look'],
    ['Old punt into Creek 2', 'Old punt 2'],
    ['Gel on Creek, coat 2', 'Gel, coat 2'],
    ['Set drowned things in Creek', 'Set drowned things'],
    ['Growth, edges and veneer', 'Growth, edges and veneer'],
  ])('calls %s by %s', (name, wanted) => {
    const place = { step: { name, waterId: 'w' } } as unknown as DayPlace;
    expect(short(place, 'Creek')).toBe(wanted);
  });

  it('keeps the whole name of what belongs to no water', () => {
    expect(short({ step: { name: 'Sweep Creek', waterId: null } } as unknown as DayPlace, 'Creek')).toBe('Sweep Creek');
  });

  it('is as high as its names want that lie close in time, up to four rows', () => {
    const time = livedTime(0, 24 * H, [{ fromMs: 18 * H, toMs: 22 * H }]);
    const lane = (...hours: number[]) => ({
      id: 'w',
      name: 'Creek',
      note: '',
      places: hours.map((h) => {
        const startAt = new Date(h * H).toISOString();
        return {
          startAt,
          readyAt: startAt,
          step: { name: 'Water test of Creek', waterId: 'w' },
        } as unknown as DayPlace;
      }),
    });
    const rows = (...hours: number[]) => lanePxOf(lane(...hours), time);
    const row = rows(18, 18.2) - rows(18);
    expect(row).toBeGreaterThan(20);
    expect(rows(18, 22)).toBe(rows(18));
    expect(rows(18, 18.2, 18.4)).toBe(rows(18) + 2 * row);
    expect(rows(...Array.from({ length: 9 }, (_, k) => 18 + k / 10))).toBe(rows(18) + 3 * row);
    expect(rows()).toBe(rows(18));
  });
});
