import type { BuildCheck } from '@web/api/types';
import { freshOf, keyOf, tellSystem } from '@web/shell/fresh';

const check = (key: string, at: string): BuildCheck =>
  ({ buildId: 'b', buildName: 'The pit', check: { key, at, sentence: `Look at ${key}.` } }) as BuildCheck;

const OPENED = Date.parse('2027-03-01T19:00:00Z');
const before = check('before', '2027-03-01T18:59:59Z');
const first = check('first', '2027-03-01T19:00:00Z');
const second = check('second', '2027-03-01T20:00:00Z');

describe('a late check that comes due while the page is open', () => {
  it('is told once, and what was due before is not', () => {
    expect(freshOf([before], OPENED, new Set())).toBeUndefined();
    expect(freshOf([before, first, second], OPENED, new Set())).toBe(first);
    expect(freshOf([before, first, second], OPENED, new Set([keyOf(first)]))).toBe(second);
    expect(freshOf([first], OPENED, new Set([keyOf(first)]))).toBeUndefined();
  });

  it('is told by the system only where that was allowed and nobody looks', () => {
    const told: unknown[] = [];
    const notices = (permission: string) =>
      class {
        static permission = permission;
        constructor(title: string, options: unknown) {
          told.push([title, options]);
        }
      };
    const where = (permission: string, visibilityState: string) => ({
      Notification: notices(permission),
      document: { visibilityState },
    });
    expect(tellSystem(first, where('granted', 'visible'))).toBe(false);
    expect(tellSystem(first, where('default', 'hidden'))).toBe(false);
    expect(tellSystem(first, where('denied', 'hidden'))).toBe(false);
    expect(tellSystem(first, { document: { visibilityState: 'hidden' } })).toBe(false);
    expect(told).toEqual([]);
    expect(tellSystem(first, where('granted', 'hidden'))).toBe(true);
    expect(told).toEqual([['The pit', { body: 'Look at first.', tag: 'b/first' }]]);
  });
});
