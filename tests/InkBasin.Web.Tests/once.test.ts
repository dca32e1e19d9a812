import { onceAtATime } from '@web/desk/useOnce';

test('what is pressed again before it is answered is done once, what differs and what comes after is done', async () => {
  const once = onceAtATime();
  const done: string[] = [];
  const answers: (() => void)[] = [];
  const press = (what: string) =>
    once([what, 1], () => {
      done.push(what);
      return new Promise<void>((answered) => answers.push(answered));
    });
  press('a');
  press('a');
  press('b');
  press('a');
  expect(done).toEqual(['a', 'b']);

  // The answer to one makes room for that one alone.
  answers[0]?.();
  await new Promise((next) => setTimeout(next));
  press('b');
  press('a');
  expect(done).toEqual(['a', 'b', 'a']);
});
