import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { useDesk } from '../desk/DeskContext';
import { useSize } from '../sheet/useSize';
import { ReliefScene, type LightSide } from './scene';

const SIDES: LightSide[] = ['left', 'back', 'right', 'front'];

/** The board tilted up: turn it by dragging or by the arrow keys. Loaded only when it is wanted. */
export default function Relief() {
  const { build, plan, ground, cut } = useDesk();
  const [box, size] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<ReliefScene | null>(null);
  const [light, setLight] = useState<LightSide>('left');
  const [foam, setFoam] = useState(false);
  const [without, setWithout] = useState(false);

  useEffect(() => {
    if (canvas.current === null) return;
    try {
      scene.current = new ReliefScene(canvas.current);
    } catch {
      // A browser without 3-D drawing still has the Sheet and the Cut.
      setWithout(true);
    }
    return () => {
      scene.current?.dispose();
      scene.current = null;
    };
  }, []);

  useEffect(() => {
    scene.current?.show({ ground, waters: plan.waters, boardMm: build.board.thicknessMm, cut, foam, light });
  }, [ground, plan.waters, build.board.thicknessMm, cut, foam, light]);

  useEffect(() => {
    if (size.width > 0) scene.current?.resize(size.width, size.height);
  }, [size]);

  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    scene.current?.turn(by[0] ?? 0, by[1] ?? 0);
  };

  return (
    <div className="relief-view" ref={box}>
      {without && (
        <p className="sheet-hint">
          This browser cannot draw in three dimensions. The Sheet and the Cut show the same ground.
        </p>
      )}
      <canvas
        ref={canvas}
        tabIndex={0}
        role="img"
        aria-label={`Relief of ${build.name}. Turn it by dragging or by the arrow keys.`}
        onKeyDown={onKeyDown}
      />
      <div className="relief-tools" role="group" aria-label="Relief">
        <span>light from</span>
        {SIDES.map((side) => (
          <button key={side} type="button" aria-pressed={light === side} onClick={() => setLight(side)}>
            {side}
          </button>
        ))}
        <button type="button" aria-pressed={foam} onClick={() => setFoam(!foam)}>
          without plaster
        </button>
      </div>
    </div>
  );
}
