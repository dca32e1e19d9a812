import { useDesk } from '../../desk/DeskContext';
import { StandingMark } from '../../slip/StandingMark';

/** The waters of the board; the chosen one is gauged by the Staff. */
export function WaterTabs({ placing, onPlace }: { placing?: boolean; onPlace?: () => void }) {
  const { build, plan, water, selectWater } = useDesk('build', 'plan', 'water', 'selectWater');
  if (build.waters.length === 0) return null;
  return (
    <div className="water-tabs">
      <div role="group" aria-label="Waters" className="water-tab-row">
        {build.waters.map((one, i) => (
          <button key={one.id} type="button" aria-pressed={one.id === water?.id} onClick={() => selectWater(one.id)}>
            {one.name}
            {plan.waters[i] !== undefined && plan.waters[i].level.standing !== 'holds' && (
              <StandingMark standing={plan.waters[i].level.standing} />
            )}
          </button>
        ))}
        {onPlace !== undefined && (
          <button
            type="button"
            className="water-add"
            aria-pressed={placing}
            onClick={onPlace}
            aria-label="Put another water on the board"
          >
            +
          </button>
        )}
      </div>
    </div>
  );
}
