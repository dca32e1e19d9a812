import { useEffect, useRef, useState } from 'react';
import type { BenchView } from '../../api/types';
import { sound, type Cues } from './cues';

/** What is called out at this moment, and when it was first: each once. */
export interface Call {
  key: string;
  /** In words; null where they stand there already. */
  say: string | null;
  urgent: boolean;
}

/** What the clocks call out at a moment: scraping, the end of a timer, a look that is due, a cup that turns. */
export function calls(view: BenchView, at: number): Call[] {
  const { state } = view;
  const step = state.endedAt === null ? state.steps[state.at] : undefined;
  const found: Call[] = [];
  if (step !== undefined) {
    const since = Date.parse(state.since);
    for (const prompt of step.prompts)
      if (at >= since + prompt.atMin * 60_000)
        found.push({ key: `${step.id}@${prompt.atMin}`, say: prompt.say, urgent: false });
    if (step.minutes !== null && at >= since + step.minutes * 60_000)
      found.push({ key: `${step.id}-over`, say: 'Time is up.', urgent: false });
    if (state.dueAt !== null && at >= Date.parse(state.dueAt))
      found.push({ key: `${step.id}-due`, say: step.title, urgent: true });
  }
  for (const { kind, numbers } of view.notices) {
    if (kind === 'hurry')
      found.push({ key: `hurry-${numbers['cup'] ?? 0}`, say: 'The cup turns soon: pour now.', urgent: true });
    if (kind === 'pastItsTime' || kind === 'turned')
      found.push({ key: `past-${numbers['cup'] ?? 0}`, say: null, urgent: true });
  }
  return found;
}

/** Of what came up at one moment, as when a page was not looked at for a while: what cannot wait, else the last. One call is heard, and the others stand on the page. */
export function heardOf(found: Call[]): Call | undefined {
  return found.findLast((one) => one.urgent) ?? found.at(-1);
}

/** Gives the cues; answers the last call while it is fresh. */
export function useCues(view: BenchView | null, at: number, cues: Cues): Call | null {
  const heard = useRef<Set<string> | null>(null);
  const [fresh, setFresh] = useState<Call | null>(null);
  useEffect(() => {
    if (view === null) return;
    const now = calls(view, at);
    // What was due before the page was opened is shown, not called out again.
    if (heard.current === null) {
      heard.current = new Set(now.map((one) => one.key));
      return;
    }
    const before = heard.current;
    const next = heardOf(now.filter((one) => !before.has(one.key)));
    if (next === undefined) return;
    for (const one of now) before.add(one.key);
    setFresh(next);
    if (cues.sound) sound(next.urgent);
  }, [view, at, cues.sound]);
  useEffect(() => {
    if (fresh === null) return;
    const timer = setTimeout(() => setFresh(null), 6000);
    return () => clearTimeout(timer);
  }, [fresh]);
  return fresh;
}
