import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { JugStep } from '../../api/types';
import { addTo } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import { newWater } from '../../desk/newWater';
import { unused } from '../../sheet/edits';
import { NumberField, OptionalField } from '../../slip/fields';
import { StandingMark } from '../../slip/StandingMark';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume, unitOf } from '../../units/units';
import type { Replace } from './StepFields';

const MOST_MARKS = 6;

/** What the rule and the jug showed of a bed, and what follows. */
export function JugFields({ bed, replace }: { bed: JugStep; replace: Replace }) {
  const { plan, build, edit, selectWater } = useDesk('plan', 'build', 'edit', 'selectWater');
  const units = useUnits();
  const [heightMm, setHeightMm] = useState<number | null>(null);
  const [volumeMl, setVolumeMl] = useState<number | null>(null);
  const [added, setAdded] = useState(0);
  const told = plan.ground.jugBeds.find((one) => one.stepId === bed.id)?.figures;
  const figures = told?.is ?? null;
  const length = (mm: number) => `${formatLength(mm, units)} ${unitOf('length', units)}`;
  const volume = (ml: number) => `${formatVolume(ml, units)} ${unitOf('volume', units)}`;

  const add = async () => {
    if (heightMm === null || volumeMl === null) return;
    const marks = [...bed.marks, { heightMm, volumeMl }].sort((a, b) => a.heightMm - b.heightMm);
    if (!(await replace({ ...bed, marks }))) return;
    setHeightMm(null);
    setVolumeMl(null);
    setAdded(added + 1);
  };

  const fill = async () => {
    const name = unused('Water', new Set(build.waters.map((water) => water.name)));
    const water = newWater(name, bed.deepest, bed.waterlineMm, build.waters.at(-1));
    if (await edit(addTo('waters', water))) selectWater(water.id);
  };

  return (
    <>
      <NumberField
        label="Depth at the deepest place"
        quantity="length"
        step={0.5}
        value={bed.deepestMm}
        onChange={(deepestMm) => replace({ ...bed, deepestMm })}
      />
      <p className="quiet">
        Draw the shore where the water will end, over a photo from above if you have one. Stand a rule at the deepest
        place. Pour plain water from a jug, stop, and read how deep it stands there and how much is in. One mark will
        do; three, about where the layers will end, tell the bed.
      </p>
      {bed.marks.length > 0 && (
        <table className="layers" data-testid="jug-marks">
          <thead>
            <tr>
              <th scope="col">{unitOf('length', units)} deep</th>
              <th scope="col">{units.volume} in all</th>
              <th scope="col">drawn off by</th>
              <th scope="col">
                <span className="visually-hidden">Strike out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {bed.marks.map((mark, i) => (
              <tr key={`${mark.heightMm} ${mark.volumeMl}`}>
                <th scope="row">{formatLength(mark.heightMm, units)}</th>
                <td>{formatVolume(mark.volumeMl, units)}</td>
                <td>{figures === null ? '–' : formatVolume(Math.abs(figures.missesMl[i] ?? 0), units)}</td>
                <td>
                  <button
                    type="button"
                    className="step-tool"
                    aria-label={`Strike the mark at ${length(mark.heightMm)} out`}
                    onClick={() => void replace({ ...bed, marks: bed.marks.filter((_, k) => k !== i) })}
                  >
                    ×
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {bed.marks.length < MOST_MARKS && (
        <div className="new-mark" key={added}>
          <OptionalField label="Stood deep" quantity="length" value={heightMm} onChange={setHeightMm} />
          <OptionalField label="Poured in, in all" quantity="volume" value={volumeMl} onChange={setVolumeMl} />
          <Button
            size="sm"
            variant="outline-primary"
            disabled={heightMm === null || volumeMl === null}
            onClick={() => void add()}
          >
            Add the mark
          </Button>
        </div>
      )}
      {told?.stop != null && (
        <p data-testid="jug-stop">
          <StandingMark standing="stop" /> {told.stop.sentence} Until then the ground stays as it is.
        </p>
      )}
      {figures === null && told?.stop == null && (
        <p data-testid="jug-wants">
          {bed.deepestMm === null ? 'Its depth is still to be measured' : 'A mark is still to be poured'}: until then
          the ground stays as it is.
        </p>
      )}
      {figures !== null && (
        <>
          <p data-testid="jug-figures">
            <strong>{volume(figures.totalMl)}</strong> to its waterline, give or take {volume(figures.bandMl)}. The bed
            is drawn to hold that at every height; where it is steep and where flat the jug cannot tell.
          </p>
          <Button size="sm" onClick={() => void fill()}>
            Put a water in it
          </Button>
        </>
      )}
    </>
  );
}
