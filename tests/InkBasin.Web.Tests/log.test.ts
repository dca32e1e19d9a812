import { countOf } from '@web/stages/log/words';

test('entries are counted as they are called, and while something is looked for beside how many there are', () => {
  expect(countOf(0, 0, false)).toBe('0 entries');
  expect(countOf(1, 1, false)).toBe('1 entry');
  expect(countOf(2, 2, false)).toBe('2 entries');
  expect(countOf(1, 4, true)).toBe('1 of 4');
});
