import type { BuildCheck } from '../api/types';

/** What one check is told apart by. */
export const keyOf = ({ buildId, check }: BuildCheck) => `${buildId}/${check.key}`;

/** The first check that came due since the page was opened and is not known yet; what was due before waits under the page's head. */
export function freshOf(due: BuildCheck[], openedMs: number, known: ReadonlySet<string>): BuildCheck | undefined {
  return due.find((one) => Date.parse(one.check.at) >= openedMs && !known.has(keyOf(one)));
}

interface Where {
  Notification?: { permission: string; new (title: string, options: { body: string; tag: string }): unknown };
  document: { visibilityState: string };
}

/** Tells a check by the system's own notices: only where they were allowed, and only while the page is not looked at. */
export function tellSystem(one: BuildCheck, where: Where = window): boolean {
  const { Notification: Notice } = where;
  if (Notice?.permission !== 'granted' || where.document.visibilityState === 'visible') return false;
  new Notice(one.buildName, { body: one.check.sentence, tag: keyOf(one) });
  return true;
}
