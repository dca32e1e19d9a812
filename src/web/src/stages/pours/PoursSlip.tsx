import { layersOf } from '../../api/plan';
import { useState } from 'react';
import { useDesk } from '../../desk/DeskContext';
import { BeforePart } from '../water/BeforePart';
import { WaterTabs } from '../water/WaterTabs';
import { AfterPart } from './AfterPart';
import { GelPart } from './GelPart';
import { HeatPart } from './HeatPart';
import { LayersPart } from './LayersPart';
import { MixPart } from './MixPart';
import { POURS_PARTS, type PoursPart } from './parts';
import { PoursAnswer } from './PoursAnswer';
import { RoomPart } from './RoomPart';
import { StatesPart } from './StatesPart';
import { SurfacePart } from './SurfacePart';

/** The pours of the selected water: in which layers, how hot, what to mix, what to do before and after. */
export function PoursSlip() {
  const { water, waterPlan } = useDesk('water', 'waterPlan');
  const [part, setPart] = useState<PoursPart>('layers');
  if (water === null || waterPlan === null) {
    return (
      <section>
        <p>No water to pour yet: put one on the board under Water.</p>
      </section>
    );
  }
  return (
    <>
      <WaterTabs />
      <nav className="slip-parts" aria-label="Pours">
        {POURS_PARTS.map((one) => (
          <button key={one.part} type="button" aria-pressed={part === one.part} onClick={() => setPart(one.part)}>
            {one.name}
          </button>
        ))}
      </nav>
      {part === 'layers' && <LayersPart key={water.id} water={water} plan={waterPlan} />}
      {part === 'heat' && (
        <>
          <PoursAnswer plan={waterPlan} />
          <HeatPart key={water.id} plan={waterPlan} />
          <StatesPart plan={waterPlan} />
          <RoomPart />
        </>
      )}
      {part === 'mix' && <MixPart key={water.id} water={water} plan={waterPlan} />}
      {part === 'surface' && (
        <SurfacePart water={water} layered={layersOf(waterPlan).length > 0}>
          <GelPart key={water.id} water={water} plan={waterPlan} />
        </SurfacePart>
      )}
      {part === 'before' && <BeforePart key={water.id} water={water} />}
      {part === 'after' && <AfterPart key={water.id} water={water} plan={waterPlan} />}
    </>
  );
}
