import { useQuery } from '@tanstack/react-query';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { Joint, Neighbour, Side } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { ChoiceField, NumberField } from '../../slip/fields';
import { StandingMark } from '../../slip/StandingMark';
import { JointProfile } from './JointProfile';

const SIDES: { value: Side; label: string }[] = [
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
  { value: 'back', label: 'back' },
  { value: 'front', label: 'front' },
];

const FACING: Record<Side, Side> = { left: 'right', right: 'left', back: 'front', front: 'back' };

/** Sections that meet this one: both edges laid over each other, and what does not fit. */
export function JointsPart() {
  const { id, version, build, edit } = useDesk();
  const { data: builds } = useQuery({
    queryKey: ['builds', false],
    queryFn: () => answer(api.GET('/api/builds', { params: { query: { binned: false } } })),
  });
  const { data: joints, error } = useQuery({
    queryKey: ['joints', id, version],
    queryFn: () => answer(api.GET('/api/builds/{id}/joints', { params: { path: { id } } })),
    enabled: build.neighbours.length > 0,
    retry: false,
    placeholderData: (before) => before,
  });
  const others = (builds ?? []).filter((one) => one.id !== id);
  const set = (neighbours: Neighbour[]) => edit({ kind: 'setNeighbours', neighbours });
  const change = (at: number, part: Partial<Neighbour>) =>
    set(build.neighbours.map((one, i) => (i === at ? { ...one, ...part } : one)));
  const free = SIDES.find(({ value }) => !build.neighbours.some((one) => one.side === value))?.value ?? 'right';
  return (
    <section>
      <h3>Neighbouring sections</h3>
      {build.neighbours.map((neighbour, i) => (
        <div key={i} className="joint">
          <ChoiceField
            label="Section"
            value={neighbour.buildId}
            choices={others.map((one) => ({ value: one.id, label: one.name }))}
            onChange={(buildId) => void change(i, { buildId })}
          />
          <ChoiceField
            label="Meets this board at its"
            value={neighbour.side}
            choices={SIDES}
            onChange={(side) => void change(i, { side: side as Side })}
          />
          <ChoiceField
            label="with its own"
            value={neighbour.theirSide}
            choices={SIDES}
            onChange={(side) => void change(i, { theirSide: side as Side })}
          />
          <NumberField
            label="Its board lies higher by"
            quantity="length"
            value={neighbour.offsetMm}
            onChange={(offsetMm) => change(i, { offsetMm })}
          />
          <NumberField
            label="and is slid along by"
            quantity="length"
            step={5}
            value={neighbour.slipMm}
            onChange={(slipMm) => change(i, { slipMm })}
          />
          <Meeting joint={joints?.[i]} />
          <div className="tool-row">
            {joints?.[i]?.takeTheirs != null && Math.abs(joints[i].greatestMm ?? 0) > 0.05 && (
              <Button size="sm" variant="outline-primary" onClick={() => void take(joints[i])}>
                Take its profile
              </Button>
            )}
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() => void set(build.neighbours.filter((_, k) => k !== i))}
            >
              Part from it
            </Button>
          </div>
        </div>
      ))}
      {error !== null && (
        <p className="field-wrong" role="alert">
          {error.message}
        </p>
      )}
      <div className="tool-row">
        <Button
          size="sm"
          variant="outline-primary"
          disabled={others[0] === undefined}
          onClick={() =>
            others[0] !== undefined &&
            void set([
              ...build.neighbours,
              { buildId: others[0].id, side: free, theirSide: FACING[free], offsetMm: 0, slipMm: 0 },
            ])
          }
        >
          Join a section
        </Button>
      </div>
    </section>
  );

  /** A joint taken before is taken anew, not once more. */
  function take(joint: Joint | undefined) {
    if (joint?.takeTheirs == null) return;
    const before = build.recipe.find((one) => one.kind === 'edgeProfile' && one.side === joint.neighbour.side);
    const operation = { ...joint.takeTheirs, kind: 'edgeProfile' as const, id: before?.id ?? freshId('joint') };
    return before === undefined
      ? edit({ kind: 'addOperation', operation, index: build.recipe.length })
      : edit({ kind: 'replaceOperation', operation });
  }
}

function Meeting({ joint }: { joint: Joint | undefined }) {
  if (joint === undefined) return null;
  return (
    <>
      <JointProfile joint={joint} />
      <ul className="notices">
        {joint.notices.map((notice) => (
          <li key={notice.sentence}>
            <StandingMark standing={notice.standing} /> {notice.sentence}
          </li>
        ))}
      </ul>
    </>
  );
}
