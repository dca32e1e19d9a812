import { replaceEqualDeep } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { answer, api, ProblemError } from '../api/client';
import { previewGround, type Ground, type HadGround } from '../api/ground';
import type { Build, BuildAnswer, BuildEdit, BuildPlan, PreviewAnswer } from '../api/types';
import { leavesGround } from './changes';

export interface Draft {
  build: Build;
  plan: BuildPlan;
  /** Null when the edit leaves the ground as it is. */
  ground: Ground | null;
}

/** What has not changed stays the same object, so that whoever shows it need not look. */
export function likeBefore<T>(before: T | undefined, after: T): T {
  return before === undefined ? after : replaceEqualDeep(before, after);
}

/** The draft's build with its recipe, which is left out on the ground that is kept. */
function withRecipe({ build, groundKey }: PreviewAnswer, rest: BuildAnswer | undefined): Build {
  return rest?.groundKey === groundKey ? { ...build, recipe: rest.build.recipe } : build;
}

/**
 * Tries edits while something is dragged: one request under way at a time, always the latest wish next, so that the
 * figures keep up with the hand and never queue behind it.
 */
export function useDraft(
  id: string,
  rest: BuildAnswer | undefined,
  had: HadGround | null,
  onRefused: (sentence: string | null) => void,
) {
  const [draft, setDraft] = useState<Draft | null>(null);
  const wanted = useRef<BuildEdit | null>(null);
  const running = useRef(false);
  const round = useRef(0);
  const going = useRef<AbortController | null>(null);
  const kept = useRef(had);
  kept.current = had;
  const shown = useRef(rest);
  shown.current = rest;

  const preview = useCallback(
    (edit: BuildEdit) => {
      wanted.current = edit;
      if (running.current) return;
      running.current = true;
      const started = round.current;
      const run = async () => {
        while (wanted.current !== null && round.current === started) {
          const trying = wanted.current;
          wanted.current = null;
          going.current = new AbortController();
          const { signal } = going.current;
          try {
            const [plan, ground] = await Promise.all([
              answer(
                api.POST('/api/builds/{id}/preview', {
                  params: { path: { id } },
                  body: { edit: trying, have: kept.current?.key ?? null },
                  signal,
                }),
              ),
              leavesGround(trying) ? null : previewGround(id, trying, kept.current, signal),
            ]);
            if (round.current === started) {
              setDraft((before) => {
                const like = before ?? shown.current;
                return {
                  build: likeBefore(like?.build, withRecipe(plan, shown.current)),
                  plan: likeBefore(like?.plan, plan.plan),
                  ground,
                };
              });
              onRefused(null);
            }
          } catch (error) {
            // A refused draft says why and keeps the last one that could be; a lost connection is told by the edit itself.
            if (error instanceof ProblemError && round.current === started) onRefused(error.message);
          }
        }
      };
      void run().finally(() => {
        running.current = false;
        const next = wanted.current;
        if (next !== null) preview(next);
      });
    },
    [id, onRefused],
  );

  /** Stops trying; what is shown stays until `clear`. */
  const settle = useCallback(() => {
    round.current += 1;
    wanted.current = null;
    // Nobody waits for it any more: the server stops working on it too.
    going.current?.abort();
  }, []);

  const clear = useCallback(() => {
    settle();
    setDraft(null);
  }, [settle]);

  return { draft, preview, settle, clear };
}
