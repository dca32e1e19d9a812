import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { askAnew } from '@web/api/askAnew';
import { isOvertaken } from '@web/api/overtaken';

describe('which of two answers is the newer', () => {
  const of = (version: number) => ({ version });
  const overtaken = (came: number, shown: { version: number } | null, askedBy: { version: number } | null) =>
    isOvertaken((one, than) => one.version < than.version, of(came), shown, askedBy);

  it('passes one over that was overtaken on its way', () => {
    const [before, shown] = [of(4), of(6)];
    expect([5, 6, 7].map((came) => overtaken(came, shown, before))).toEqual([true, false, false]);
    expect([5, 6, 7].map((came) => overtaken(came, shown, null))).toEqual([true, false, false]);
  });

  it('takes whatever comes when nothing else came meanwhile', () => {
    const shown = of(6);
    expect(overtaken(5, shown, shown)).toBe(false);
    expect(overtaken(5, null, null)).toBe(false);
  });
});

describe('asking anew after a change', () => {
  it('does not settle for the first answer that is still on its way from before it', async () => {
    const client = new QueryClient();
    const answers: ((what: string) => void)[] = [];
    const queryFn = () => new Promise<string>((come) => answers.push(come));
    const [bottles, others] = [['bottles'], ['others']].map(
      (queryKey) => new QueryObserver(client, { queryKey, queryFn }),
    );
    const ends = [bottles, others].map((one) => one?.subscribe(() => undefined));
    const asked = askAnew(client, ['bottles']);
    await vi.waitFor(() => expect(answers).toHaveLength(3));
    answers[0]?.('before');
    answers[2]?.('after');
    await asked;
    expect(bottles?.getCurrentResult().data).toBe('after');
    expect(others?.getCurrentResult().isFetching).toBe(true);
    ends.forEach((end) => end?.());
  });
});
