import { useQuery } from '@tanstack/react-query';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { Joint, JointAnswer, Neighbour, Side } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { ChoiceField, NumberField } from '../../slip/fields';
import { StandingMark } from '../../slip/StandingMark';
import { JointProfile } from './JointProfile';
import { addTo, changed, removeFrom, setIn } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

const SIDES: { value: Side; label: string }[] = [
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
  { value: 'back', label: 'back' },
  { value: 'front', label: 'front' },
];

const FACING: Record<Side, Side> = { left: 'right', right: 'left', back: 'front', front: 'back' };

/** Sections that meet this one: both edges laid over each other, and what does not fit. */
export function JointsPart() {
  const { id, version, build, edit } = useDesk('id', 'version', 'build', 'edit');
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
  const change = (id: string, part: Partial<Neighbour>) => edit(setIn('neighbours', id, part));
  const free = SIDES.find(({ value }) => !build.neighbours.some((one) => one.side === value))?.value ?? 'right';
  return (
    <section>
      <h3>Neighbouring sections</h3>
      {build.neighbours.map((neighbour) => (
        <div key={neighbour.id} className="joint">
          <ChoiceField
            label="Section"
            value={neighbour.buildId}
            choices={others.map((one) => ({ value: one.id, label: one.name }))}
            onChange={(buildId) => void change(neighbour.id, { buildId })}
          />
          <ChoiceField
            label="Meets this board at its"
            value={neighbour.side}
            choices={SIDES}
            onChange={(side) => void change(neighbour.id, { side: side as Side })}
          />
          <ChoiceField
            label="with its own"
            value={neighbour.theirSide}
            choices={SIDES}
            onChange={(side) => void change(neighbour.id, { theirSide: side as Side })}
          />
          <NumberField
            label="Its board lies higher by"
            quantity="length"
            value={neighbour.offsetMm}
            onChange={(offsetMm) => change(neighbour.id, { offsetMm })}
          />
          <NumberField
            label="and is slid along by"
            quantity="length"
            step={5}
            value={neighbour.slipMm}
            onChange={(slipMm) => change(neighbour.id, { slipMm })}
          />
          <Meeting answer={joints?.find((one) => one.neighbour.id === neighbour.id)} />
          <div className="tool-row">
            {takeable(neighbour.id) !== null && (
              <Button size="sm" variant="outline-primary" onClick={() => void take(takeable(neighbour.id))}>
                Take its profile
              </Button>
            )}
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() => void edit(removeFrom('neighbours', neighbour.id))}
            >
              Part from it
            </Button>
          </div>
        </div>
      ))}
      {error !== null && <Refused>{error.message}</Refused>}
      <div className="tool-row">
        <Button
          size="sm"
          variant="outline-primary"
          disabled={others[0] === undefined}
          onClick={() =>
            others[0] !== undefined &&
            void edit(
              addTo('neighbours', {
                id: freshId('joint'),
                buildId: others[0].id,
                side: free,
                theirSide: FACING[free],
                offsetMm: 0,
                slipMm: 0,
              }),
            )
          }
        >
          Join a section
        </Button>
      </div>
    </section>
  );

  /** A joint whose other side differs enough to be taken over. */
  function takeable(neighbourId: string): Joint | null {
    const joint = joints?.find((one) => one.neighbour.id === neighbourId)?.joint.is ?? null;
    return joint !== null && joint.takeTheirs !== null && Math.abs(joint.greatestMm ?? 0) > 0.05 ? joint : null;
  }

  /** A joint taken before is taken anew, not once more. */
  function take(joint: Joint | null) {
    if (joint?.takeTheirs == null) return;
    const before = build.recipe.find((one) => one.kind === 'edgeProfile' && one.side === joint.neighbour.side);
    const step = { ...joint.takeTheirs, kind: 'edgeProfile' as const, id: before?.id ?? freshId('joint') };
    return before === undefined
      ? edit(addTo('recipe', step, build.recipe.length))
      : edit(changed('recipe', before, step));
  }
}

function Meeting({ answer }: { answer: JointAnswer | undefined }) {
  if (answer === undefined) return null;
  const joint = answer.joint.is;
  if (joint === null)
    return (
      <p className="notice-stop">
        <StandingMark standing="stop" /> {answer.joint.stop?.sentence}
      </p>
    );
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
