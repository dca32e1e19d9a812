import { isOvertaken } from '@web/api/overtaken';
import { clockAfter, isOlderView, timeBy, type SessionClock } from '@web/stages/bench/sessionClock';

const START = Date.parse('2026-03-07T18:00:00Z');
const at = (s: number) => new Date(START + s * 1000).toISOString();

describe('which view of a session is the older', () => {
  const view = (revision: number, s: number) => ({ revision, now: at(s) });

  it('goes by what happened before it goes by the clock', () => {
    expect(isOlderView(view(4, 20), view(5, 10))).toBe(true);
    expect(isOlderView(view(5, 10), view(4, 20))).toBe(false);
  });

  it('goes by the clock where nothing happened: who asks for it raises no revision', () => {
    expect(isOlderView(view(5, 10), view(5, 10.001))).toBe(true);
    expect(isOlderView(view(5, 10), view(5, 10))).toBe(false);
    expect(isOlderView(view(5, 10.001), view(5, 10))).toBe(false);
  });

  it('leaves the question who may have it on the page when an answer from before it comes late', () => {
    const before = { ...view(5, 0), ask: null };
    const asked = { ...view(5, 2), ask: 'the tablet' };
    const late = { ...view(5, 1), ask: null };
    const answered = { ...view(5, 3), ask: null };
    expect(isOvertaken(isOlderView, late, asked, before)).toBe(true);
    expect(isOvertaken(isOlderView, answered, asked, before)).toBe(false);
  });
});

describe("a session's clock on this device", () => {
  const said = (s: number, speed = 1) => ({ now: at(s), speed });
  const shown = (clock: SessionClock, ms: number) => (timeBy(clock, ms) - START) / 1000;

  it('goes on from the first answer at the speed of the session', () => {
    const clock = clockAfter(null, said(10, 60), 900, 1000);
    expect(shown(clock, 1000)).toBe(10);
    expect(shown(clock, 1500)).toBe(40);
  });

  it('is not turned back by an answer that comes late', () => {
    const clock = clockAfter(null, said(10), 990, 1000);
    // Made at 11, asked at 1990, come at 3500: by then it is 12.5, and it was so when it was asked.
    expect(clockAfter(clock, said(11), 1990, 3500)).toBe(clock);
    expect(clockAfter(clock, said(11), null, 3500)).toBe(clock);
  });

  it('is set by an answer that lagged less than all before it', () => {
    const late = clockAfter(null, said(10), 0, 1500);
    const clock = clockAfter(late, said(11), 1000, 1010);
    expect(shown(late, 1010)).toBeLessThan(11);
    expect(shown(clock, 1010)).toBe(11);
  });

  it("is given up where it cannot be right: the server's clock was put back", () => {
    const clock = clockAfter(null, said(3600), 990, 1000);
    expect(shown(clockAfter(clock, said(1), 1990, 2000), 2000)).toBe(1);
    // Both sides of it: 3600.99 was the latest it could be, asked at 1990; a little more of a lag may still be one.
    expect(clockAfter(clock, said(3600.99), 1990, 2000)).toBe(clock);
    expect(shown(clockAfter(clock, said(3600.989), 1990, 2000), 2000)).toBeCloseTo(3600.989, 9);
  });

  it('begins anew at another speed', () => {
    const clock = clockAfter(null, said(10), 990, 1000);
    const fast = clockAfter(clock, said(10.5, 60), 1400, 2000);
    expect(shown(fast, 2000)).toBe(10.5);
    expect(shown(fast, 3000)).toBe(70.5);
  });

  it('never goes back, and lags by the least of all lags, whatever the delays', () => {
    let seed = 7;
    const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
    for (let run = 0; run < 50; run++) {
      const speed = 1 + Math.floor(random() * 120);
      let clock: SessionClock | null = null;
      let [ms, least, last] = [0, Infinity, -Infinity];
      for (let k = 0; k < 40; k++) {
        const asked = ms;
        const made = asked + random() * 1500;
        ms = made + random() * 1500;
        least = Math.min(least, ms - made);
        clock = clockAfter(
          clock,
          { now: new Date(START + made * speed).toISOString(), speed },
          random() < 0.3 ? null : asked,
          ms,
        );
        const shows = timeBy(clock, ms) - START;
        // An answer's time is written to the millisecond.
        expect(Math.abs(shows - (ms - least) * speed)).toBeLessThan(2);
        expect(shows).toBeGreaterThanOrEqual(last);
        last = shows;
      }
    }
  });
});
