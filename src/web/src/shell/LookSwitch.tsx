/** What is looked at by itself where there is no room for all. */
export type Instrument = 'sheet' | 'cut' | 'staff';

const INSTRUMENTS: { instrument: Instrument; name: string }[] = [
  { instrument: 'sheet', name: 'Sheet' },
  { instrument: 'cut', name: 'Cut' },
  { instrument: 'staff', name: 'Staff' },
];

/** On a phone: opens an instrument over the whole screen, to look, to zoom and to drag the waterline. */
export function LookSwitch({
  looking,
  onLook,
}: {
  looking: Instrument | null;
  onLook: (instrument: Instrument) => void;
}) {
  return (
    <div className="look-switch" role="group" aria-label="Look at">
      {INSTRUMENTS.map(({ instrument, name }) => (
        <button key={instrument} type="button" aria-pressed={looking === instrument} onClick={() => onLook(instrument)}>
          {name}
        </button>
      ))}
    </div>
  );
}
