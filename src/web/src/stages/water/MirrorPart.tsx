import Button from 'react-bootstrap/Button';
import { useDesk } from '../../desk/DeskContext';
import { useMirror } from '../../desk/useMirror';
import type { PointWish, Tool } from '../../sheet/tools';
import { NumberField } from '../../slip/fields';
import { StandingMark } from '../../slip/StandingMark';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, unitOf } from '../../units/units';
import { ToolButton } from '../../slip/ToolButton';
import { Refused } from '../../slip/Refused';

/** What an eye sees in the water: how much of it mirrors ground, and whether a peak is mirrored whole. */
export function MirrorPart({ tool, setTool }: { tool: Tool; setTool: (tool: Tool) => void }) {
  const { sight, setSight, water } = useDesk('sight', 'setSight', 'water');
  const { look, refusal } = useMirror();
  const units = useUnits();
  const wanted = tool.kind === 'point' ? tool.wants : null;
  const ask = (wants: PointWish) => setTool(wanted === wants ? { kind: 'hand' } : { kind: 'point', wants });
  if (water === null) return null;
  return (
    <section>
      <h3>Mirror</h3>
      {sight === null && <p>What would stand in the water, seen from where you will look at it?</p>}
      <div className="tool-row">
        <ToolButton inHand={wanted === 'eye'} onClick={() => ask('eye')}>
          Put the eye
        </ToolButton>
        {sight !== null && (
          <>
            <ToolButton inHand={wanted === 'peak'} onClick={() => ask('peak')}>
              Choose the peak
            </ToolButton>
            <Button size="sm" variant="outline-primary" onClick={() => setSight(null)}>
              Away with it
            </Button>
          </>
        )}
      </div>
      {sight !== null && (
        <NumberField
          label="Eye height, at full size"
          suffix="m"
          step={0.1}
          value={sight.eyeM}
          onChange={(eyeM) => setSight({ ...sight, eyeM })}
        />
      )}
      {refusal !== null && <Refused>{refusal}</Refused>}
      {look !== null && (
        <>
          <p>
            <StandingMark standing={look.notice.standing} /> {look.notice.sentence}
          </p>
          <p className="quiet">
            {look.view.groundSharePercent.toFixed(0)} % of {water.name} mirrors ground, the rest the sky. The eye is at{' '}
            {formatLength(look.view.eyeMm, units)} {unitOf('length', units)}, the peak at{' '}
            {formatLength(look.view.peakMm, units)}, {formatLength(look.view.distanceMm, units, 0)} away. Its top is
            mirrored at distance × eye over water ÷ (eye + peak over water).
          </p>
        </>
      )}
    </section>
  );
}
