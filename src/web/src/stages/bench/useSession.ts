import { HubConnectionBuilder, HubConnectionState, LogLevel } from '@microsoft/signalr';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { answer, api, NOT_PAIRED, ProblemError } from '../../api/client';
import { isOvertaken } from '../../api/overtaken';
import type { BenchDevice, BenchEvent, BenchView, InstrumentState, Mishap } from '../../api/types';
import { thisDevice } from './device';
import { foretold } from './foretold';
import { keepWaiting, leftOf, mark, MOST_AT_ONCE, waiting } from './happened';
import { clockAfter, isOlderView, timeBy, type SessionClock } from './sessionClock';

const AGAIN_MS = 1500;
// A fault of the server's own is waited out like one that does not answer; not for ever, so that no press of ours stops a pour.
const MOST_FAULTS = 10;
// Readings come five times a second: what is older is no figure to pour by.
const SILENT_MS = 3000;
// A network that is left without closing refuses nothing and answers nothing, for minutes: the cups' clocks do not wait for it.
const SLOW_MS = 4000;
const GIVEN_UP_MS = 15_000;
const ALSO = 'Something noted after it did not fit any more either.';

/** What happened, without the mark and the moment that it gets here. */
export type Happening = BenchEvent extends infer One
  ? One extends BenchEvent
    ? Omit<One, 'id' | 'at'>
    : never
  : never;

export interface Session {
  view: BenchView | null;
  error: string | null;
  /** A refusal of the last thing done, in words. */
  refusal: string | null;
  dismiss: () => void;
  offline: boolean;
  readings: InstrumentState[];
  device: BenchDevice;
  holds: boolean;
  /** The session's time now, ms. */
  now: () => number;
  happen: (what: Happening) => void;
  ask: (letGo?: boolean) => void;
  rehearse: (change: { speed?: number; mishap?: Mishap }) => void;
}

/** A session as this device has it: live, and going on by itself while the server is away. */
export function useSession(id: string): Session {
  const device = useMemo(thisDevice, []);
  const [told, setTold] = useState<{ view: BenchView; clock: SessionClock } | null>(null);
  const [events, setEvents] = useState<BenchEvent[]>(() => waiting(id));
  const [error, setError] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [offline, setOffline] = useState(false);
  const [readings, setReadings] = useState<InstrumentState[]>([]);
  const queue = useRef(events);
  const sending = useRef(false);
  const faults = useRef(0);

  const latest = useRef(told);
  latest.current = told;

  const take = useCallback((view: BenchView, askedBy: BenchView | null, askedMs: number | null) => {
    const cameMs = performance.now();
    setTold((shown) =>
      isOvertaken(isOlderView, view, shown?.view, askedBy)
        ? shown
        : { view, clock: clockAfter(shown?.clock ?? null, view, askedMs, cameMs) },
    );
    setOffline(false);
    setError(null);
  }, []);

  const takes = useCallback(() => {
    const askedBy = latest.current?.view ?? null;
    const askedMs = performance.now();
    return (view: BenchView) => take(view, askedBy, askedMs);
  }, [take]);

  // What is asked counts as not answered after some seconds, and is given up after more: what is told twice is taken once.
  const patiently = useCallback(<T>(call: (signal: AbortSignal) => Promise<T>): Promise<T> => {
    const slow = setTimeout(() => setOffline(true), SLOW_MS);
    return call(AbortSignal.timeout(GIVEN_UP_MS)).finally(() => clearTimeout(slow));
  }, []);

  const read = useCallback(
    () =>
      patiently((signal) =>
        answer(api.GET('/api/bench/{session}', { params: { path: { session: id } }, signal })),
      ).then(takes(), (problem: unknown) => {
        if (problem instanceof ProblemError) setError(problem.message);
        else setOffline(true);
      }),
    [id, patiently, takes],
  );

  const wait = useCallback(
    (next: BenchEvent[]) => {
      keepWaiting(id, queue.current, next);
      queue.current = next;
      setEvents(next);
    },
    [id],
  );

  const send = useCallback(async () => {
    if (sending.current || queue.current.length === 0) return;
    sending.current = true;
    const before = queue.current;
    const now = before.slice(0, MOST_AT_ONCE);
    const taken = takes();
    try {
      const view = await patiently((signal) =>
        answer(
          api.POST('/api/bench/{session}/events', {
            params: { path: { session: id } },
            body: { device, events: now },
            signal,
          }),
        ),
      );
      faults.current = 0;
      wait(queue.current.slice(now.length));
      taken(view);
    } catch (problem) {
      if (!(problem instanceof ProblemError)) setOffline(true);
      else if (problem.status === 409 || problem.status === NOT_PAIRED) {
        setRefusal(problem.message);
        void read();
      } else if (problem.status >= 500 && (faults.current += 1) < MOST_FAULTS) setOffline(true);
      else {
        faults.current = 0;
        wait(leftOf(queue.current, problem.fields));
        setRefusal((shown) =>
          shown === null || shown === problem.message
            ? problem.message
            : shown.endsWith(ALSO)
              ? shown
              : `${shown} ${ALSO}`,
        );
        void read();
      }
    } finally {
      sending.current = false;
    }
    if (queue.current.length > 0 && queue.current !== before) void send();
  }, [device, id, patiently, read, takes, wait]);

  useEffect(() => {
    void read();
  }, [read]);

  // While the server is away, or something waits: again and again.
  useEffect(() => {
    if (!offline && events.length === 0) return;
    let asks = false;
    const timer = setInterval(() => {
      if (queue.current.length > 0) void send();
      else if (!asks) {
        asks = true;
        void read().finally(() => (asks = false));
      }
    }, AGAIN_MS);
    return () => clearInterval(timer);
  }, [offline, events.length, read, send]);

  useEffect(() => {
    const hub = new HubConnectionBuilder()
      .withUrl('/hubs/bench')
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => AGAIN_MS })
      .configureLogging(LogLevel.None)
      .build();
    let gone = false;
    let silent: ReturnType<typeof setTimeout> | undefined;
    hub.on('Changed', (view: BenchView) => take(view, null, null));
    hub.on('Readings', (all: InstrumentState[]) => {
      clearTimeout(silent);
      silent = setTimeout(() => setReadings([]), SILENT_MS);
      setReadings(all);
    });
    hub.onreconnecting(() => setReadings([]));
    const watch = async () => {
      await hub.invoke('Watch', id);
      await read();
    };
    hub.onreconnected(() => void watch().catch(() => setOffline(true)));
    const start = (): void => {
      if (gone || hub.state !== HubConnectionState.Disconnected) return;
      hub
        .start()
        .then(watch)
        .catch(() => setTimeout(start, AGAIN_MS));
    };
    start();
    return () => {
      gone = true;
      clearTimeout(silent);
      void hub.stop();
    };
  }, [id, read, take]);

  const now = useCallback(() => {
    const clock = latest.current?.clock;
    return clock === undefined ? Date.now() : timeBy(clock, performance.now());
  }, []);

  // Asked again when its words change by themselves.
  useEffect(() => {
    if (told?.view.changesAt == null) return;
    const inMs = (Date.parse(told.view.changesAt) - timeBy(told.clock, performance.now())) / told.clock.speed;
    const timer = setTimeout(() => void read(), Math.min(Math.max(inMs, 0) + 60, 2 ** 31 - 1));
    return () => clearTimeout(timer);
  }, [told, read]);

  const happen = useCallback(
    (what: Happening) => {
      // What an instrument notes by itself leaves standing what nobody has read yet.
      if (what.kind !== 'room' && what.kind !== 'surface') setRefusal(null);
      wait([...queue.current, { ...what, id: mark(), at: new Date(now()).toISOString() }]);
      void send();
    },
    [now, send, wait],
  );

  const post = useCallback(
    (call: Promise<BenchView>) => {
      call.then(takes(), (problem: unknown) => {
        if (problem instanceof ProblemError) setRefusal(problem.message);
        else setOffline(true);
      });
    },
    [takes],
  );
  const path = useMemo(() => ({ path: { session: id } }), [id]);
  const ask = useCallback(
    (letGo?: boolean) =>
      post(answer(api.POST('/api/bench/{session}/hold', { params: path, body: { device, letGo: letGo ?? null } }))),
    [device, path, post],
  );
  const rehearse = useCallback(
    (change: { speed?: number; mishap?: Mishap }) =>
      post(
        answer(
          api.POST('/api/bench/{session}/rehearsal', { params: path, body: { speed: null, mishap: null, ...change } }),
        ),
      ),
    [path, post],
  );

  const view = useMemo(() => (told === null ? null : foretold(told.view, events)), [told, events]);
  const holds = view?.holder == null || view.holder.id === device.id;
  const dismiss = useCallback(() => setRefusal(null), []);
  return { view, error, refusal, dismiss, offline, readings, device, holds, now, happen, ask, rehearse };
}
