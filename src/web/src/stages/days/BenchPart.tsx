import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { BenchDay } from '../../api/types';
import { setBuild } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import { NumberField, SwitchField, TextField } from '../../slip/fields';
import { clockOfDay, minutesOf } from './notes';

const WEEK: { day: BenchDay['day']; name: string }[] = [
  { day: 'mon', name: 'Monday' },
  { day: 'tue', name: 'Tuesday' },
  { day: 'wed', name: 'Wednesday' },
  { day: 'thu', name: 'Thursday' },
  { day: 'fri', name: 'Friday' },
  { day: 'sat', name: 'Saturday' },
  { day: 'sun', name: 'Sunday' },
];

/** "18:30–22:00", several with commas; nothing for a day away. */
function said(week: BenchDay[], day: BenchDay['day']): string {
  return week
    .filter((one) => one.day === day)
    .map((one) => `${clockOfDay(one.fromMin)}–${clockOfDay(one.toMin)}`)
    .join(', ');
}

/** Hours read from words; null when they are none. */
export function hoursRead(text: string): { fromMin: number; toMin: number }[] | null {
  const stretches = text.split(',').flatMap((one) => (one.trim() === '' ? [] : [one.split(/[–-]/).map(minutesOf)]));
  const read = stretches.flatMap(([fromMin, toMin, more]) =>
    more === undefined && fromMin != null && toMin != null && toMin > fromMin ? [{ fromMin, toMin }] : [],
  );
  return read.length === stretches.length ? read : null;
}

const HOUR_MIN = 60;

/** Other builds on this bench: those that come first take their hours, and this one goes round them. */
function OtherBuilds() {
  const { id, build, edit } = useDesk('id', 'build', 'edit');
  const builds = useQuery({
    queryKey: ['builds', false],
    queryFn: () => answer(api.GET('/api/builds', { params: { query: { binned: false } } })),
  });
  const others = builds.data?.filter((one) => one.id !== id && one.trouble === null) ?? [];
  if (others.length === 0) return null;
  const { after } = build.days;
  return (
    <section data-testid="bench-others">
      <h3>Other builds that come first</h3>
      {others.map((one) => (
        <SwitchField
          key={one.id}
          label={one.name}
          value={after.includes(one.id)}
          onChange={(first) =>
            void edit((now) =>
              setBuild({
                days: {
                  after: first ? [...now.days.after, one.id] : now.days.after.filter((other) => other !== one.id),
                },
              }),
            )
          }
        />
      ))}
    </section>
  );
}

/** When the maker is at the bench, by weekday, and the dates that are otherwise. */
export function BenchPart() {
  const { build, edit } = useDesk('build', 'edit');
  const { week, except } = build.days;
  const [wrong, setWrong] = useState<string | null>(null);
  const [date, setDate] = useState('');
  const [hours, setHours] = useState('');
  const keepDay = (day: BenchDay['day'], text: string) => {
    const read = hoursRead(text);
    setWrong(read === null ? `“${text}” is no time at the bench: write 18:30–22:00, or nothing.` : null);
    if (read === null) return;
    void edit((now) =>
      setBuild({
        days: { week: [...now.days.week.filter((one) => one.day !== day), ...read.map((one) => ({ day, ...one }))] },
      }),
    );
  };
  const keepQuiet = (text: string) => {
    const [from, to, more] = text.split(/[–-]/).map(minutesOf);
    const read = more === undefined && from != null && to != null;
    setWrong(read ? null : `“${text}” is no time: write 23:00–07:00.`);
    if (read) void edit(setBuild({ days: { quietFromMin: from, quietToMin: to } }));
  };
  const addDate = () => {
    const read = hoursRead(hours);
    if (!/^\d{4}-\d\d-\d\d$/.test(date) || read === null) {
      setWrong('Give a date, and its hours as 10:00–12:00, or none for a day away.');
      return;
    }
    setWrong(null);
    const entries = read.length === 0 ? [{ date, fromMin: null, toMin: null }] : read.map((one) => ({ date, ...one }));
    void edit((now) =>
      setBuild({ days: { except: [...now.days.except.filter((one) => one.date !== date), ...entries] } }),
    ).then((kept) => {
      if (!kept) return;
      setDate('');
      setHours('');
    });
  };
  const dates = [...new Set(except.map((one) => one.date))].sort();
  return (
    <>
      <section data-testid="bench-hours">
        <h2>At the bench</h2>
        {WEEK.map(({ day, name }) => (
          <TextField
            key={day}
            label={name}
            mayBeEmpty
            value={said(week, day)}
            onChange={(text) => keepDay(day, text)}
          />
        ))}
        <TextField
          label="Quiet"
          value={`${clockOfDay(build.days.quietFromMin)}–${clockOfDay(build.days.quietToMin)}`}
          onChange={keepQuiet}
        />
        {wrong !== null && <p className="notice-stop">{wrong}</p>}
        <NumberField
          label="Makers at the bench"
          value={build.days.makers}
          suffix=""
          onChange={(makers) => edit(setBuild({ days: { makers: Math.round(makers) } }))}
        />
        <NumberField
          label="One sitting at most"
          suffix="h"
          value={build.days.sittingMin === null ? null : build.days.sittingMin / HOUR_MIN}
          onChange={(hours) => edit(setBuild({ days: { sittingMin: Math.round(hours * HOUR_MIN) } }))}
        />
        {build.days.sittingMin !== null && (
          <button type="button" className="link" onClick={() => void edit(setBuild({ days: { sittingMin: null } }))}>
            As long as the hours are
          </button>
        )}
      </section>
      <OtherBuilds />
      <section>
        <h3>Days that are otherwise</h3>
        <ul className="days-except">
          {dates.map((one) => (
            <li key={one}>
              {one}:{' '}
              {except
                .filter((entry) => entry.date === one)
                .map((entry) =>
                  entry.fromMin === null || entry.toMin === null
                    ? 'not at the bench'
                    : `${clockOfDay(entry.fromMin)}–${clockOfDay(entry.toMin)}`,
                )
                .join(', ')}{' '}
              <button
                type="button"
                className="link"
                onClick={() =>
                  void edit((now) =>
                    setBuild({ days: { except: now.days.except.filter((entry) => entry.date !== one) } }),
                  )
                }
              >
                as its weekday
              </button>
            </li>
          ))}
        </ul>
        <label className="field">
          <span>Date</span>
          <input className="form-control" type="date" value={date} onChange={(event) => setDate(event.target.value)} />
        </label>
        <TextField label="Hours" mayBeEmpty value={hours} onChange={setHours} />
        <div className="tool-row">
          <Button size="sm" disabled={date === ''} onClick={addDate}>
            That day otherwise
          </Button>
        </div>
      </section>
    </>
  );
}
