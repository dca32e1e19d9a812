import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useLayoutEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { createStore } from 'zustand';
import { untilItComes } from '../api/client';
import { fetchGround } from '../api/ground';
import { DeskContext, type CutLine, type Desk, type DeskStore, type EditOrMake, type Sight } from './DeskContext';
import { BrokenBuild } from './BrokenBuild';
import { useDraft } from './useDraft';
import { buildKey, fetchBuild, groundKey, useEdits } from './useEdits';

/** Opens a build and gives its parts the one state they share. */
export function DeskProvider({ id, children }: { id: string; children: ReactNode }) {
  const [refusal, setRefusal] = useState<string | null>(null);
  const client = useQueryClient();
  const build = useQuery({ queryKey: buildKey(id), queryFn: () => fetchBuild(client, id), ...untilItComes });
  const rest = build.data;
  const ground = useQuery({
    queryKey: groundKey(id, rest?.groundKey ?? ''),
    queryFn: () => fetchGround(id),
    enabled: rest !== undefined,
    staleTime: Infinity,
    placeholderData: (before) => before,
    ...untilItComes,
  });
  // While another window's change is fetched, the ground shown is still the one before it.
  const had = useMemo(
    () =>
      rest === undefined || ground.data === undefined || ground.isPlaceholderData
        ? null
        : { key: rest.groundKey, ground: ground.data },
    [rest, ground.data, ground.isPlaceholderData],
  );
  const { draft, preview, settle, clear } = useDraft(id, rest, had, setRefusal);
  const edits = useEdits(id, rest, setRefusal);
  const [waterId, selectWater] = useState<string | null>(null);
  const [stepId, selectStep] = useState<string | null>(null);
  const [standInId, selectStandIn] = useState<string | null>(null);
  const [drownedId, selectDrowned] = useState<string | null>(null);
  const [sight, setSight] = useState<Sight | null>(null);
  const [cut, setCut] = useCut(id);

  const { edit: send, undo: sendUndo, redo: sendRedo } = edits;
  const edit = useCallback(
    async (change: EditOrMake) => {
      settle();
      const made = await send(change);
      clear();
      return made;
    },
    [clear, send, settle],
  );
  const undo = useCallback(() => void sendUndo(), [sendUndo]);
  const redo = useCallback(() => void sendRedo(), [sendRedo]);
  const dismissRefusal = useCallback(() => setRefusal(null), []);

  const board = (draft ?? rest)?.build.board;
  const [width, depth] = [board?.widthMm ?? 0, board?.depthMm ?? 0];
  const line = useMemo(
    () => cut ?? { a: { xMm: width * 0.58, yMm: 0 }, b: { xMm: width * 0.757, yMm: depth } },
    [cut, width, depth],
  );
  const desk = useMemo((): Desk | null => {
    if (rest === undefined || ground.data === undefined) return null;
    const shown = draft ?? rest;
    const water = shown.build.waters.find((w) => w.id === waterId) ?? shown.build.waters[0] ?? null;
    return {
      id,
      version: rest.version,
      build: shown.build,
      rest: rest.build,
      restGround: ground.data,
      plan: shown.plan,
      ground: draft?.ground ?? ground.data,
      drafting: draft !== null,
      undoLabel: rest.undoLabel,
      redoLabel: rest.redoLabel,
      changedAt: rest.changedAt,
      water,
      waterPlan: shown.plan.waters.find((w) => w.id === water?.id) ?? null,
      selectWater,
      stepId,
      selectStep,
      standInId,
      selectStandIn,
      drownedId,
      selectDrowned,
      sight,
      setSight,
      cut: line,
      setCut,
      preview,
      dropPreview: clear,
      edit,
      undo,
      redo,
      refusal,
      dismissRefusal,
      offline: edits.offline,
      keeping: edits.keeping,
      conflict: edits.conflict,
      resolveConflict: edits.resolveConflict,
    };
  }, [
    rest,
    ground.data,
    draft,
    waterId,
    id,
    stepId,
    standInId,
    drownedId,
    sight,
    line,
    setCut,
    preview,
    clear,
    edit,
    undo,
    redo,
    refusal,
    dismissRefusal,
    edits,
  ]);

  // The parts listen to the store and not to this: while something is dragged, only those are drawn anew that show it.
  const store = useRef<DeskStore | null>(null);
  if (desk !== null) store.current ??= createStore<Desk>(() => desk);
  useLayoutEffect(() => {
    if (desk !== null) store.current?.setState(desk, true);
  }, [desk]);

  const broken = build.error ?? ground.error;
  if (broken !== null) return <BrokenBuild id={id} sentence={broken.message} />;
  if (store.current === null) {
    const away = build.failureReason ?? ground.failureReason;
    return (
      <main className="lone quiet" role="status">
        {away === null ? 'Laying out the bench…' : `${away.message} It is asked again and again.`}
      </main>
    );
  }
  return <DeskContext value={store.current}>{children}</DeskContext>;
}

/** The cut is a way of looking, not a part of the build: it is remembered here and not undone. */
function useCut(id: string): [CutLine | null, (cut: CutLine) => void] {
  const key = `ink-basin.cut.${id}`;
  const [cut, keep] = useState<CutLine | null>(() => readCut(localStorage.getItem(key)));
  const setCut = useCallback(
    (next: CutLine) => {
      localStorage.setItem(key, JSON.stringify(next));
      keep(next);
    },
    [key],
  );
  return [cut, setCut];
}

function readCut(text: string | null): CutLine | null {
  if (text === null) return null;
  try {
    const cut = JSON.parse(text) as CutLine;
    const numbers = [cut.a.xMm, cut.a.yMm, cut.b.xMm, cut.b.yMm];
    return numbers.every(Number.isFinite) ? cut : null;
  } catch {
    return null;
  }
}
