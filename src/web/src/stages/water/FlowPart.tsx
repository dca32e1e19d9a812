import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { BuildEdit, ReachProposal, RunningWater, WhitePlace } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { hasCome, useRunning } from '../../desk/useWaterLooks';
import { ChoiceField, NumberField } from '../../slip/fields';
import { StandingMark } from '../../slip/StandingMark';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatQuantity, unitOf } from '../../units/units';
import { addTo, changed } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

const CAUSE: Record<WhitePlace['cause'], string> = {
  drop: 'at the fall',
  narrows: 'where it narrows',
  shallows: 'over the shallows',
  rock: 'behind the rock',
};

/** Running water: reaches, falls, where it would break; and a dropping channel split into reaches. */
export function FlowPart() {
  const running = useRunning(true);
  const { data, refusal } = running;
  return (
    <>
      {refusal !== null && (
        <section>
          <Refused>{refusal}</Refused>
        </section>
      )}
      {data !== null && data.length === 0 && (
        <section>
          <h3>Running water</h3>
          <p>
            No water runs yet. A river is not level but resin is: a channel whose bed drops is poured as reaches, each
            level, with a weir or a fall between them.
          </p>
        </section>
      )}
      {data?.map((stream) => (
        <StreamPart key={stream.stepId} stream={stream} />
      ))}
      {hasCome(running) && <SplitPart />}
    </>
  );
}

function StreamPart({ stream }: { stream: RunningWater }) {
  const units = useUnits();
  const mm = unitOf('length', units);
  const length = (value: number) => formatLength(value, units);
  return (
    <section data-testid="stream">
      <h3>{stream.name}</h3>
      <p>
        {formatQuantity(stream.lengthMm, 'length', units)} {mm} long, its bed drops {length(stream.dropMm)}.
      </p>
      <table className="layers" data-testid="reaches">
        <thead>
          <tr>
            <th scope="col">reach</th>
            <th scope="col">level {units.length}</th>
            <th scope="col">deep, up–down</th>
            <th scope="col">wide</th>
          </tr>
        </thead>
        <tbody>
          {stream.reaches.map((reach) => (
            <tr key={reach.waterId}>
              <th scope="row">{reach.name}</th>
              <td>{length(reach.levelMm)}</td>
              <td>
                {length(reach.upperDepthMm)}–{length(reach.lowerDepthMm)}
              </td>
              <td>{formatLength(reach.meanWidthMm, units, 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {stream.falls.length > 0 && (
        <>
          <p>
            <strong>Falls</strong> for the surface work:
          </p>
          <ul className="plain-list" data-testid="falls">
            {stream.falls.map((fall) => (
              <li key={fall.from + fall.to}>
                {fall.from} → {fall.to}: <strong>{length(fall.heightMm)}</strong> {mm} high (
                {fall.scaleHeightM.toFixed(1)} m at full size), {formatLength(fall.widthMm, units, 0)} wide; its crest
                stands {length(fall.crestOverMm)} over the water above: film gel over it.
              </li>
            ))}
          </ul>
        </>
      )}
      {stream.white.length > 0 && (
        <p data-testid="white">
          It would run <strong>white</strong> {list(stream.white)}. A very little on the crests; it is easy to overdo.
        </p>
      )}
      {stream.notices.map((notice) => (
        <p key={notice.sentence}>
          <StandingMark standing={notice.standing} /> {notice.sentence}
        </p>
      ))}
    </section>
  );
}

/** "at the fall (3), where it narrows". */
function list(white: WhitePlace[]): string {
  const causes = [...new Set(white.map((place) => place.cause))];
  return causes
    .map((cause) => {
      const count = white.filter((place) => place.cause === cause).length;
      return count > 1 ? `${CAUSE[cause]} (${count})` : CAUSE[cause];
    })
    .join(', ');
}

/** Splits a channel into reaches at proposed weirs. */
function SplitPart() {
  const { id, version, build, edit, selectWater } = useDesk('id', 'version', 'build', 'edit', 'selectWater');
  const units = useUnits();
  const channels = build.recipe.filter((step) => step.kind === 'channel' && step.enabled);
  const [stepId, setStepId] = useState<string | null>(null);
  const [deepestMm, setDeepest] = useState(8);
  const [leastMm, setLeast] = useState(3);
  const [asked, setAsked] = useState(false);
  const chosen = channels.find((step) => step.id === stepId) ?? channels[0];
  const { data, error } = useQuery({
    queryKey: ['reaches', id, version, chosen?.id, deepestMm, leastMm],
    queryFn: () =>
      answer(
        api.GET('/api/builds/{id}/reaches', {
          params: { path: { id }, query: { stepId: chosen?.id ?? '', deepestMm, leastMm } },
        }),
      ),
    enabled: asked && chosen !== undefined,
    retry: false,
  });
  if (chosen === undefined) return null;
  const adopt = async (proposal: ReachProposal) => {
    const edits: BuildEdit[] = [
      changed('recipe', { ...chosen }, { ...proposal.channel, kind: 'channel' }),
      ...proposal.waters.map((water, i): BuildEdit => addTo('waters', water, build.waters.length + i)),
    ];
    const made = await edit({ kind: 'together', label: `Split ${chosen.name} into reaches`, edits });
    if (!made) return;
    setAsked(false);
    const first = proposal.waters[0];
    if (first !== undefined) selectWater(first.id);
  };
  return (
    <section>
      <h3>Split a channel into reaches</h3>
      <ChoiceField
        label="Channel"
        value={chosen.id}
        choices={channels.map((step) => ({ value: step.id, label: step.name }))}
        onChange={setStepId}
      />
      <NumberField label="Deepest" quantity="length" step={0.5} value={deepestMm} onChange={setDeepest} />
      <NumberField label="Least depth" quantity="length" step={0.5} value={leastMm} onChange={setLeast} />
      {!asked && (
        <Button size="sm" variant="outline-primary" onClick={() => setAsked(true)}>
          Propose weirs
        </Button>
      )}
      {asked && error !== null && <Refused>{error.message}</Refused>}
      {asked && error === null && data !== undefined && (
        <div data-testid="proposal">
          <p>
            {data.reaches.length === 1
              ? 'One level is enough: no weir needed.'
              : `${data.reaches.length} reaches, ${data.channel.weirs.length} weirs.`}{' '}
            Levels {data.waters.map((water) => formatLength(water.waterlineMm, units)).join(', ')}{' '}
            {unitOf('length', units)}; deepest{' '}
            {formatLength(Math.max(...data.reaches.map((reach) => reach.deepestMm)), units)}.
          </p>
          <div className="tool-row">
            <Button size="sm" onClick={() => void adopt(data)}>
              Make them
            </Button>
            <Button size="sm" variant="outline-primary" onClick={() => setAsked(false)}>
              Leave it
            </Button>
          </div>
        </div>
      )}
    </section>
  );
}
