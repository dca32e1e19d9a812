import { lasting, when } from '@web/slip/words';
import { ribbon } from '@web/tideline/tide';
import { fromTyped, HERE, knownZone, midnight, onWall, timeOfDay, typed } from '@web/units/clock';

const BERLIN = 'Europe/Berlin';
const AUCKLAND = 'Pacific/Auckland';

describe('a wall', () => {
  it('shows the hour of its own zone', () => {
    const evening = '2027-03-20T18:00:00Z';
    expect(timeOfDay(onWall(evening, BERLIN))).toBe('19:00');
    expect(when(evening, onWall('2027-03-20T08:00:00Z', AUCKLAND))).toBe('Sun 07:00');
    expect(when('2027-04-20T18:00:00Z', onWall('2027-03-20T08:00:00Z', BERLIN))).toContain('20:00');
  });

  it('reads what is typed on it, on both sides of a change of the clocks', () => {
    for (const zone of [BERLIN, AUCKLAND, 'Etc/UTC', 'Asia/Kathmandu'])
      for (let day = 1; day < 32; day++) {
        const text = `2027-03-${String(day).padStart(2, '0')}T19:05`;
        const at = fromTyped(text, zone);
        expect(typed(onWall(at ?? '', zone))).toBe(text);
      }
    expect(fromTyped('2027-03-27T19:00', BERLIN)).toBe('2027-03-27T19:00:00.000+01:00');
    expect(fromTyped('2027-03-28T19:00', BERLIN)).toBe('2027-03-28T19:00:00.000+02:00');
    for (const none of [
      '',
      'tomorrow',
      '2027-02-30T10:00',
      '2027-13-01T10:00',
      '2027-03-01T25:00',
      '2027-03-01T10:60',
      '2027-03-01T10:00 or so',
    ])
      expect(fromTyped(none, BERLIN)).toBeNull();
    expect(fromTyped('2028-02-29T10:00:30', BERLIN)).toBe('2028-02-29T10:00:00.000+01:00');
  });

  it('falls back to this machine where the zone is none it knows', () => {
    expect(knownZone(BERLIN)).toBe(BERLIN);
    expect(knownZone('Nowhere/At_All')).toBe(HERE);
    expect(knownZone(null)).toBe(HERE);
  });
});

describe('the ribbon', () => {
  // The night before the clocks go forward in Berlin: the 28th has 23 hours.
  const now = onWall('2027-03-27T10:00:00Z', BERLIN);
  const { days, x } = ribbon(now, 4, 100);

  it('has whole days, all as wide, over a change of the clocks', () => {
    expect(days.map((day) => day.getDate())).toEqual([27, 28, 29, 30]);
    expect(days.map((day) => timeOfDay(day))).toEqual(['00:00', '00:00', '00:00', '00:00']);
    expect(days.map((day) => x(day.getTime()))).toEqual([0, 100, 200, 300]);
    expect((midnight(now, 2).getTime() - midnight(now, 1).getTime()) / 3_600_000).toBe(23);
  });

  it('puts noon in the middle of an ordinary day and runs on beyond its ends', () => {
    expect(x(onWall('2027-03-29T10:00:00Z', BERLIN).getTime())).toBeCloseTo(250, 9);
    expect(x(midnight(now, 5).getTime())).toBeCloseTo(500, 9);
    expect(x(midnight(now, -1).getTime())).toBeCloseTo(-100, 9);
  });
});

describe('how long', () => {
  it.each([
    [119.7, '2 h 00 min'],
    [59.6, '1 h 00 min'],
    [59.4, '59 min'],
    [85, '1 h 25 min'],
    [2879.6, '2 days'],
    [4320, '3 days'],
  ])('%f minutes are %s', (minutes, words) => expect(lasting(minutes)).toBe(words));
});
