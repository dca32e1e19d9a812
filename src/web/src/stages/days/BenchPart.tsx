import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { BenchDay } from '../../api/types';
import { setBuild } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import { TextField } from '../../slip/fields';
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
        {wrong !== null && <p className="notice-stop">{wrong}</p>}
      </section>
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
