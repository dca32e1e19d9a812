import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { sendGrid, type GridReading } from '../../api/files';
import type { ReadGridAnswer } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { useOnce } from '../../desk/useOnce';
import { placeFor } from '../../sheet/edits';
import { ChoiceField, FileField, NumberField } from '../../slip/fields';
import { useUnits } from '../../units/UnitsContext';
import { formatQuantity, unitOf } from '../../units/units';
import { addTo } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

const FORMATS: Record<string, GridReading['format']> = { asc: 'asc', txt: 'asc', png: 'png', stl: 'stl' };

/** Ground that exists, brought in from a grid, a grey picture or a scan. */
export function ImportPart() {
  const { id, build, rest, edit, selectStep } = useDesk('id', 'build', 'rest', 'edit', 'selectStep');
  const once = useOnce();
  const units = useUnits();
  const [length, setLength] = useState<'m' | 'mm'>('m');
  const [low, setLow] = useState<number | null>(null);
  const [high, setHigh] = useState<number | null>(null);
  const [cell, setCell] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [read, setRead] = useState<ReadGridAnswer | null>(null);

  const bring = async (file: File) => {
    const format = FORMATS[file.name.split('.').at(-1)?.toLowerCase() ?? ''];
    setRead(null);
    if (format === undefined) {
      setRefusal('Bring in an ASCII grid (.asc), a 16-bit grey PNG or an STL.');
      return;
    }
    setBusy(true);
    setRefusal(null);
    try {
      setRead(await sendGrid(id, file, { format, length, low, high, cell }));
    } catch (error) {
      setRefusal(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  const lay = async () => {
    if (read === null) return;
    const step = { ...read.step, kind: 'existingGround' as const, id: freshId('existing') };
    selectStep(step.id);
    if (await edit(addTo('recipe', step, placeFor(rest.recipe)))) setRead(null);
  };
  const mm = (value: number) => formatQuantity(value, 'length', units);
  return (
    <section>
      <details className="more">
        <summary>Bring ground in</summary>
        <p>
          An ASCII grid, a 16-bit grey PNG or an STL. A landscape in metres comes through the scale of 1:{build.scale}.
        </p>
        <ChoiceField
          label="Lengths in the file"
          value={length}
          choices={[
            { value: 'm', label: 'metres of the real place' },
            { value: 'mm', label: 'mm on the model' },
          ]}
          onChange={(value) => setLength(value as 'm' | 'mm')}
        />
        <Optional label="Black of a picture is" suffix={length} value={low} onChange={setLow} />
        <Optional label="White of a picture is" suffix={length} value={high} onChange={setHigh} />
        <Optional label="A pixel, or a cell of a scan" suffix={length} value={cell} onChange={setCell} />
        <FileField label="Choose a file" accept=".asc,.txt,.png,.stl" busy={busy} onFile={(file) => void bring(file)} />
        {refusal !== null && <Refused>{refusal}</Refused>}
        {read !== null && (
          <div className="read-file">
            <p>
              <strong>
                {read.columns} × {read.rows} heights
              </strong>
              , {mm(read.widthMm)} × {mm(read.depthMm)} {unitOf('length', units)} on the board, rising{' '}
              {mm(read.reliefMm)} {unitOf('length', units)}.{' '}
              {read.holes > 0 ? `${read.holes} cells have no height: there the ground stays as it is.` : 'No holes.'}
            </p>
            <Button size="sm" onClick={() => once(read, lay)}>
              Lay it on the board
            </Button>
          </div>
        )}
      </details>
    </section>
  );
}

/** A number that may be left to the file. */
function Optional({
  label,
  suffix,
  value,
  onChange,
}: {
  label: string;
  suffix: string;
  value: number | null;
  onChange: (value: number | null) => void;
}) {
  return value === null ? (
    <div className="field">
      <span>{label}</span>
      <button type="button" className="as-file" onClick={() => onChange(0)}>
        as the file says
      </button>
    </div>
  ) : (
    <NumberField label={label} suffix={suffix} value={value} onChange={onChange} />
  );
}
