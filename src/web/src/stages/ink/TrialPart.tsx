import { useState } from 'react';
import type { Water, WaterPlan } from '../../api/types';
import { addTo, removeFrom } from '../../desk/changes';
import { freshId, useDesk } from '../../desk/DeskContext';
import { useOnce } from '../../desk/useOnce';
import { ColourField, NumberField } from '../../slip/fields';
import { TellButton, Together } from '../../slip/together';
import { StandingMark } from '../../slip/StandingMark';
import { useNow } from '../../slip/useNow';
import { when } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength } from '../../units/units';
import { ColourChoice } from './ColourChoice';
import { PhotoColour } from './PhotoColour';
import { inkOf } from './recipe';

/** A puddle on a painted scrap before the first cup: what it should look like, what it does, what that means. */
export function TrialPart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { build, edit } = useDesk('build', 'edit');
  const once = useOnce();
  const units = useUnits();
  const now = useNow();
  const [depthMm, setDepth] = useState(plan.ink.inHand[0]?.puddle.depthMm ?? 5);
  const [colour, setColour] = useState('');
  const place = water.ink.places.find((one) => one.id === colour);
  const [bedHex, setBed] = useState(water.paint.earth);
  // What was seen is never filled in.
  const [seenHex, setSeen] = useState<string | null>(null);
  return (
    <>
      <section>
        <h3>A puddle before the first cup</h3>
        <p>
          Mix a few ml by the recipe, pour them {formatLength(depthMm, units)} {units.length} deep on a scrap painted as
          the bed is, and look at it once it has set.
        </p>
        <ColourChoice places={water.ink.places} value={place?.id ?? ''} onChange={setColour} />
        <Together>
          <NumberField label="It stands so deep" quantity="length" step={0.5} value={depthMm} onChange={setDepth} />
          <ColourField label="The scrap" value={bedHex} onChange={setBed} />
          <ColourField label="It looks" value={seenHex} onChange={setSeen} />
          <PhotoColour onPick={setSeen} />
          <div className="tool-row">
            <TellButton
              size="sm"
              disabled={seenHex === null}
              onClick={() => {
                if (seenHex === null) return;
                const trial = {
                  id: freshId('trial'),
                  waterId: water.id,
                  at: new Date().toISOString(),
                  ink: place === undefined ? water.ink : inkOf(water.ink, place.parts),
                  depthMm,
                  bedHex,
                  seenHex,
                };
                once([water.id, place?.id, depthMm, bedHex, seenHex], () =>
                  edit(addTo('trials', trial)).then((kept) => {
                    if (kept) setSeen(null);
                  }),
                );
              }}
            >
              Log the puddle
            </TellButton>
          </div>
        </Together>
      </section>
      {plan.ink.trials.map((tried) => {
        const trial = build.trials.find((one) => one.id === tried.id);
        return (
          <section key={tried.id} data-testid="tried">
            <div className="wished-and-found">
              <span>
                <i style={{ background: tried.reckonedHex }} /> reckoned
              </span>
              <span>
                <i style={{ background: tried.seenHex }} /> seen
              </span>
            </div>
            <p>
              <StandingMark standing={tried.notice.standing} /> {tried.notice.sentence}
            </p>
            <p className="quiet">
              {trial !== undefined &&
                `${when(trial.at, now)}, ${formatLength(trial.depthMm, units)} ${units.length} deep on ${trial.bedHex}. `}
              <button type="button" className="link" onClick={() => void edit(removeFrom('trials', tried.id))}>
                Strike it out
              </button>
            </p>
          </section>
        );
      })}
    </>
  );
}
