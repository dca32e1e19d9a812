import type { BenchCup, BenchView, Standing } from '../../api/types';

/** How a mixed cup stands by its clock: past its time, pressed by what is still to be done with it, or well. One cup’s hurry is not another’s. */
export function potStanding(view: Pick<BenchView, 'notices'>, cup: BenchCup, at: number): Standing {
  if (cup.outBy !== null && Date.parse(cup.outBy) <= at) return 'stop';
  return view.notices.some((one) => one.kind === 'hurry' && one.numbers['cup'] === cup.number) ? 'tight' : 'holds';
}
