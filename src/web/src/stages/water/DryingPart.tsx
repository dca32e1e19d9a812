import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { DryingPlan, LoggedWetting } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { hasCome, useDrying } from '../../desk/useWaterLooks';
import { Figure } from '../../slip/Figure';
import { NumberField } from '../../slip/fields';
import { TellButton, Together } from '../../slip/together';
import { StandingMark } from '../../slip/StandingMark';
import { useNow } from '../../slip/useNow';
import { hours, when } from '../../slip/words';
import type { WallClock } from '../../units/clock';
import { useUnits } from '../../units/UnitsContext';
import { formatMass, unitOf } from '../../units/units';
import { addTo, momentOf, removeFrom, setBuild } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

/** How far the plaster has dried: by thickness and room, better by weighing. */
export function DryingPart() {
  const { build, edit } = useDesk('build', 'edit');
  const units = useUnits();
  const now = useNow();
  const asked = useDrying(true);
  const { data, refusal } = asked;
  const { drying } = build;
  const last = latest(drying.weighings);
  const lastWet = latest(drying.wettings);
  const wet = (kind: LoggedWetting['kind']) => edit(addTo('drying.wettings', { at: new Date().toISOString(), kind }));
  const [massG, setMass] = useState<number | null>(null);
  const log = (mass: number, by: string | null) =>
    edit(addTo('drying.weighings', { at: new Date().toISOString(), massG: mass, by }));
  return (
    <section data-testid="drying">
      <h3>Drying</h3>
      {refusal !== null && <Refused>{refusal}</Refused>}
      {data !== null && (
        <>
          <p>
            {data.isDry !== null && <StandingMark standing={data.isDry ? 'holds' : 'stop'} />} {data.sentence}
          </p>
          {data.wetted.map((one) => (
            <p key={one.kind}>
              {one.kind === 'wash' ? 'Washed' : 'Wetted and glued'} {when(one.at, now)}: dry again{' '}
              {when(one.dryAt, now)}.
            </p>
          ))}
          <Figure working={data.workings['estimate']} label="the estimate">
            <span>
              By thickness, mix and coats: {hours(data.estimateH)}
              {data.estimatedAt !== null && `, ${when(data.estimatedAt, now)}`}
            </span>
          </Figure>
          {data.forecastAt !== null && (
            <Figure working={data.workings['forecast']} label="the forecast">
              <span>
                By weighing: dry {when(data.forecastAt, now)}, at {formatMass(Math.round(data.finalG ?? 0), units)}{' '}
                {unitOf('mass', units)}
              </span>
            </Figure>
          )}
          {drying.weighings.length > 0 && data.whyNoForecast !== null && <p>{data.whyNoForecast}</p>}
          {data.curve.length > 0 && <DryingCurve plan={data} weighings={drying.weighings} now={now} />}
        </>
      )}
      {hasCome(asked) && (
        <>
          <div className="tool-row">
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() => void edit(setBuild({ drying: { plasteredAt: new Date().toISOString() } }))}
            >
              {drying.plasteredAt === null ? 'Plastered just now' : 'Plastered anew just now'}
            </Button>
          </div>
          <NumberField
            label="Coats of it"
            step={1}
            value={drying.coats}
            onChange={(coats) => edit(setBuild({ drying: { coats } }))}
          />
          <div className="tool-row">
            <Button size="sm" variant="outline-primary" onClick={() => void wet('wash')}>
              Washed just now
            </Button>
            <Button size="sm" variant="outline-primary" onClick={() => void wet('glue')}>
              Wetted and glued just now
            </Button>
            {lastWet !== null && (
              <Button
                size="sm"
                variant="outline-primary"
                onClick={() => void edit(removeFrom('drying.wettings', momentOf(lastWet.at)))}
              >
                Strike the last wetting out
              </Button>
            )}
          </div>
          <Together>
            <NumberField
              label="Weighs now"
              quantity="mass"
              step={1}
              value={massG}
              onChange={(value) => {
                setMass(value);
              }}
            />
            <div className="tool-row">
              <TellButton
                size="sm"
                variant="outline-primary"
                disabled={massG === null || massG <= 0}
                onClick={() => massG !== null && void log(massG, null).then((made) => made && setMass(null))}
              >
                Log the weighing
              </TellButton>
              <ScaleButton onRead={(value) => void log(value, 'kitchen-scale')} />
              {drying.weighings.length > 0 && (
                <Button
                  size="sm"
                  variant="outline-primary"
                  onClick={() => last !== null && void edit(removeFrom('drying.weighings', momentOf(last.at)))}
                >
                  Strike the last out
                </Button>
              )}
            </div>
          </Together>
        </>
      )}
    </section>
  );
}

function latest<T extends { at: string }>(log: readonly T[]): T | null {
  return log.reduce<T | null>(
    (last, one) => (last === null || Date.parse(one.at) > Date.parse(last.at) ? one : last),
    null,
  );
}

/** Reads the scale until it is steady. */
function ScaleButton({ onRead }: { onRead: (massG: number) => void }) {
  const [settling, setSettling] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const read = async () => {
    setSettling(true);
    setRefusal(null);
    try {
      for (let tries = 0; tries < 12; tries++) {
        const reading = await answer(
          api.GET('/api/instruments/{instrumentId}/reading', { params: { path: { instrumentId: 'kitchen-scale' } } }),
        );
        if (reading.isSteady) {
          onRead(reading.value);
          return;
        }
        await new Promise((resolve) => setTimeout(resolve, 350));
      }
      setRefusal('The scale does not come to rest: set it on something firm.');
    } catch (error) {
      setRefusal(error instanceof Error ? error.message : String(error));
    } finally {
      setSettling(false);
    }
  };
  return (
    <>
      <Button size="sm" variant="outline-primary" disabled={settling} onClick={() => void read()}>
        {settling ? 'The scale settles…' : 'Read the scale'}
      </Button>
      {refusal !== null && <Refused>{refusal}</Refused>}
    </>
  );
}

const WIDTH = 300;
const HEIGHT = 84;

/** The weighings and the curve through them, down to dry. */
function DryingCurve({
  plan,
  weighings,
  now,
}: {
  plan: DryingPlan;
  weighings: { at: string; massG: number }[];
  now: WallClock;
}) {
  const times = [...plan.curve.map((p) => Date.parse(p.at)), ...weighings.map((p) => Date.parse(p.at))];
  const masses = [...plan.curve.map((p) => p.massG), ...weighings.map((p) => p.massG)];
  const [t0, t1] = [Math.min(...times), Math.max(...times)];
  const [m0, m1] = [Math.min(...masses), Math.max(...masses)];
  const x = (at: string | number) =>
    6 + (((typeof at === 'number' ? at : Date.parse(at)) - t0) / Math.max(1, t1 - t0)) * (WIDTH - 12);
  const y = (mass: number) => HEIGHT - 16 - ((mass - m0) / Math.max(0.1, m1 - m0)) * (HEIGHT - 26);
  const dry = plan.forecastAt;
  return (
    <svg
      className="drying-curve"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${weighings.length} weighings from ${m1.toFixed(0)} g, nearing ${(plan.finalG ?? m0).toFixed(0)} g`}
    >
      <path className="drying-axis" d={`M6 ${HEIGHT - 14}H${WIDTH - 6}`} />
      {dry !== null && (
        <g>
          <path className="drying-dry" d={`M${x(dry)} 6V${HEIGHT - 14}`} />
          <text x={x(dry)} y={HEIGHT - 3} textAnchor={x(dry) > WIDTH / 2 ? 'end' : 'start'}>
            dry {when(dry, now)}
          </text>
        </g>
      )}
      <path
        className="drying-line"
        d={`M${plan.curve.map((p) => `${x(p.at).toFixed(1)} ${y(p.massG).toFixed(1)}`).join('L')}`}
      />
      {weighings.map((one) => (
        <circle key={one.at} className="drying-weighing" cx={x(one.at)} cy={y(one.massG)} r={3.4} />
      ))}
    </svg>
  );
}
