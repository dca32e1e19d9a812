import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { Measuring } from '../../api/types';
import { OptionalField } from '../../slip/fields';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume, unitOf } from '../../units/units';

interface CupMark {
  heightMm: number;
  volumeMl: number;
}

/** The marks of a cup that worked, and the shape they make of it. */
export function CupMarks({ onTake }: { onTake: (cup: Measuring['cup']) => Promise<boolean> }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const [marks, setMarks] = useState<CupMark[]>([]);
  const [rimMm, setRimMm] = useState<number | null>(null);
  const [heightMm, setHeightMm] = useState<number | null>(null);
  const [volumeMl, setVolumeMl] = useState<number | null>(null);
  const [added, setAdded] = useState(0);
  const told = useQuery({
    queryKey: ['cup', marks, rimMm],
    queryFn: () => answer(api.POST('/api/stores/cup', { body: { marks, heightMm: rimMm ?? 0 } })),
    enabled: marks.length > 0 && rimMm !== null,
    retry: false,
  });
  const length = (mm: number) => `${formatLength(mm, units)} ${unitOf('length', units)}`;
  const volume = (ml: number) => `${formatVolume(ml, units)} ${unitOf('volume', units)}`;
  if (!open) {
    return (
      <div className="tool-row">
        <Button size="sm" variant="outline-primary" onClick={() => setOpen(true)}>
          Shape it by its marks
        </Button>
      </div>
    );
  }

  const add = () => {
    if (heightMm === null || volumeMl === null) return;
    setMarks([...marks, { heightMm, volumeMl }].sort((a, b) => a.heightMm - b.heightMm));
    setHeightMm(null);
    setVolumeMl(null);
    setAdded(added + 1);
  };
  const take = async () => {
    if (told.data === undefined || !(await onTake(told.data.cup))) return;
    setOpen(false);
    setMarks([]);
    setRimMm(null);
  };
  return (
    <div className="new-mark" data-testid="cup-marks">
      <p className="quiet">
        The pencil marks of a cup that worked: so much came up to so high over its inner base. One mark makes it
        straight, two or more give its taper.
      </p>
      <OptionalField label="Inner height to the rim" quantity="length" value={rimMm} onChange={setRimMm} />
      {marks.map((mark) => (
        <p key={`${mark.heightMm} ${mark.volumeMl}`} className="cup-mark">
          {volume(mark.volumeMl)} at {length(mark.heightMm)}
          <button
            type="button"
            className="step-tool"
            aria-label={`Strike the mark at ${length(mark.heightMm)} out`}
            onClick={() => setMarks(marks.filter((one) => one !== mark))}
          >
            ×
          </button>
        </p>
      ))}
      <div key={added}>
        <OptionalField label="Mark, over the base" quantity="length" value={heightMm} onChange={setHeightMm} />
        <OptionalField label="In it up to there" quantity="volume" value={volumeMl} onChange={setVolumeMl} />
      </div>
      <div className="tool-row">
        <Button
          size="sm"
          variant="outline-primary"
          disabled={heightMm === null || volumeMl === null}
          onClick={() => add()}
        >
          Add the mark
        </Button>
        <Button size="sm" disabled={told.data === undefined} onClick={() => void take()}>
          Take this cup
        </Button>
        <Button size="sm" variant="outline-primary" onClick={() => setOpen(false)}>
          Leave it
        </Button>
      </div>
      {told.error !== null && <p className="notice-stop">{told.error.message}</p>}
      {told.data !== undefined && (
        <p data-testid="cup-told">
          {length(told.data.cup.baseMm)} across the base, {length(told.data.cup.topMm)} across the rim; holds{' '}
          {volume(told.data.brimfulMl)}. Off its marks by at most {told.data.worstOffPercent.toFixed(1)} %.
        </p>
      )}
    </div>
  );
}
