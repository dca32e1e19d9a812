import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { Displacer, Water, WaterPlan } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { useOnce } from '../../desk/useOnce';
import { ChoiceField, NumberField, OptionalField } from '../../slip/fields';
import { TellButton, Together } from '../../slip/together';
import { StandingMark } from '../../slip/StandingMark';
import { useNow } from '../../slip/useNow';
import { when } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatFine, formatLength, formatVolume, unitOf } from '../../units/units';
import { addTo, removeFrom } from '../../desk/changes';

/** What the maker measured; null where nothing was. */
interface Draft {
  levelMm: number;
  inMl: number | null;
  outMl: number | null;
  stoodMin: number | null;
  lostMl: number | null;
  /** Whether what stands in the water stood in it then; null until it is said. */
  furnished: boolean | null;
}

const FIELDS = [
  { field: 'inMl', label: 'Poured in', quantity: 'volume', hint: '' },
  { field: 'outMl', label: 'Tipped out', quantity: 'volume', hint: '' },
  { field: 'stoodMin', label: 'Stood', quantity: null, hint: '' },
  { field: 'lostMl', label: 'Lost meanwhile', quantity: 'volume', hint: '' },
] as const;

/** Plain water poured in earnest: what it measured, what it lost, and what follows for the resin. */
export function WaterTestPart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { edit, build, plan: whole } = useDesk('edit', 'build', 'plan');
  const once = useOnce();
  const units = useUnits();
  const now = useNow();
  // As it stands now: the test keeps it so, whatever is moved later. What comes with the layers is in no test.
  const things = build.drowned.flatMap((thing, i) => {
    const planned = whole.drowned[i];
    if (planned?.waterId !== water.id || planned.meets === null) return [];
    return thing.setIn === 'before' && planned.layer === 1 ? [planned.meets] : [];
  });
  const [draft, setDraft] = useState<Draft | null>(null);
  return (
    <section data-testid="water-test">
      <h3>Water test</h3>
      {plan.takes.tests.length === 0 && draft === null && (
        <p>
          Inked water to the waterline shows the true shape, tells the volume when it is tipped into a jug, and finds
          the leaks. Then it must dry again.
        </p>
      )}
      {plan.takes.tests.length > 0 && (
        <table className="layers" data-testid="tests">
          <thead>
            <tr>
              <th scope="col">when</th>
              <th scope="col">{units.volume}</th>
              <th scope="col">plan</th>
              <th scope="col">lost</th>
              <th scope="col">min</th>
              <th scope="col">
                <span className="visually-hidden">Strike out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {plan.takes.tests.map((test) => (
              <tr key={test.id}>
                <th scope="row">{when(test.at, now)}</th>
                <td>{test.measuredMl === null ? '–' : formatVolume(test.measuredMl, units)}</td>
                <td>{formatVolume(test.reckonedMl - test.displacedMl, units)}</td>
                <td>{test.lostMl === null ? '–' : formatVolume(test.lostMl, units)}</td>
                <td>{test.stoodMin.toFixed(0)}</td>
                <td>
                  <button
                    type="button"
                    className="step-tool"
                    aria-label={`Strike the test of ${when(test.at, now)} out`}
                    onClick={() => void edit(removeFrom('waterTests', test.id))}
                  >
                    ×
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <LastTest plan={plan} />
      {draft === null ? (
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            setDraft({
              levelMm: water.waterlineMm,
              inMl: null,
              outMl: null,
              stoodMin: null,
              lostMl: null,
              furnished: null,
            })
          }
        >
          Log a water test
        </Button>
      ) : (
        <TestForm
          water={water}
          draft={draft}
          setDraft={setDraft}
          things={things}
          onLog={(reckonedMl) =>
            once([water.id, draft], async () => {
              const { furnished, stoodMin, ...measured } = draft;
              const made = await edit(
                addTo('waterTests', {
                  ...measured,
                  stoodMin: stoodMin ?? 0,
                  things: furnished === true ? things : [],
                  id: freshId('test'),
                  waterId: water.id,
                  at: new Date().toISOString(),
                  reckonedMl,
                }),
              );
              if (made) setDraft(null);
            })
          }
        />
      )}
      {plan.seep.is !== null && (
        <p data-testid="seep">
          Through that leak the first layer would lose about{' '}
          <strong>{formatFine(plan.seep.is.lostMl, 'volume', units)}</strong> before it gels in{' '}
          {plan.seep.is.gelH.toFixed(1)} h, {formatFine(plan.seep.is.lostFirstHourMl, 'volume', units)} of it in the
          first hour. Resin wets where water beads: it may find pinholes that water did not.
          {plan.seep.is.lostMl > 1 && ' Find it and close it before you pour.'}
        </p>
      )}
    </section>
  );
}

function LastTest({ plan }: { plan: WaterPlan }) {
  const units = useUnits();
  const last = plan.takes.tests.at(-1);
  if (last === undefined) return null;
  const stayed = last.stayedMl ?? 0;
  return (
    <p>
      <StandingMark standing={last.notice.standing} /> {last.notice.sentence}
      {stayed > 2 && ` ${formatVolume(stayed, units)} ${unitOf('volume', units)} went in and stayed: the bed drank it.`}
    </p>
  );
}

function TestForm({
  water,
  draft,
  setDraft,
  things,
  onLog,
}: {
  water: Water;
  draft: Draft;
  setDraft: (draft: Draft | null) => void;
  things: Displacer[];
  onLog: (reckonedMl: number) => void;
}) {
  const { id, version } = useDesk('id', 'version');
  const units = useUnits();
  const { data } = useQuery({
    queryKey: ['reckoned', id, version, water.id, draft.levelMm],
    queryFn: () =>
      answer(
        api.GET('/api/builds/{id}/waters/{waterId}/reckoned', {
          params: { path: { id, waterId: water.id }, query: { levelMm: draft.levelMm } },
        }),
      ),
    retry: false,
  });
  const set = (change: Partial<Draft>) => setDraft({ ...draft, ...change });
  return (
    <Together>
      <div className="step-fields">
        <NumberField
          label="Filled to"
          quantity="length"
          step={0.1}
          value={draft.levelMm}
          onChange={(levelMm) => set({ levelMm })}
        />
        {things.length > 0 && (
          <ChoiceField
            label="Stood in it"
            value={draft.furnished === null ? '' : draft.furnished ? 'all' : 'nothing'}
            choices={[
              ...(draft.furnished === null ? [{ value: '', label: 'say which' }] : []),
              {
                value: 'all',
                label: things.length === 1 ? 'what stands on the bed' : `all ${things.length} that stand on the bed`,
              },
              { value: 'nothing', label: 'nothing yet' },
            ]}
            onChange={(said) => {
              if (said !== '') set({ furnished: said === 'all' });
            }}
          />
        )}
        {FIELDS.map(({ field, label, quantity, hint }) => (
          <OptionalField
            key={field}
            label={label}
            {...(quantity === null ? { suffix: 'min' } : { quantity })}
            hint={hint}
            value={draft[field]}
            onChange={(value) => set({ [field]: value })}
          />
        ))}
        {data !== undefined && (
          <p className="quiet">
            The plan reckons {formatVolume(data.volumeMl, units)} {unitOf('volume', units)} to{' '}
            {formatLength(data.levelMm, units)} {unitOf('length', units)} of the bare bed
            {things.length > 0 && '; what stood in it takes the place of some'}. Leave open what you did not measure.
          </p>
        )}
        <div className="tool-row">
          <TellButton
            size="sm"
            disabled={data === undefined || data.volumeMl <= 0 || (things.length > 0 && draft.furnished === null)}
            onClick={() => {
              if (data !== undefined) onLog(data.volumeMl);
            }}
          >
            Log it
          </TellButton>
          <Button size="sm" variant="outline-primary" onClick={() => setDraft(null)}>
            Leave it
          </Button>
        </div>
      </div>
    </Together>
  );
}
