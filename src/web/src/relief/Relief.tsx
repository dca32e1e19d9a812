import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useDesk } from '../desk/DeskContext';
import { useMirror } from '../desk/useMirror';
import { useWaterPictures } from '../desk/useWaterPictures';
import { spreadBy, type Place } from '../scene/pointer';
import { usePointer } from '../scene/usePointer';
import { useSize } from '../scene/useSize';
import type { GroundFace } from './meshes';
import { damSheets, standInBodies } from './bodies';
import { clockOf, DAWN_H, daylight, DUSK_H, type LightSide } from './light';
import { ReliefScene } from './scene';
import { standingHeights } from './standing';
import type { Surface } from './water';

const FACES: { face: GroundFace['kind']; words: string }[] = [
  { face: 'finished', words: 'finished' },
  { face: 'carved', words: 'carved foam' },
  { face: 'sheets', words: 'foam sheets' },
];

/** A step of turning (ten degrees) for so many px of the hand. */
const PX_A_STEP = 34;

const SIDES: LightSide[] = ['left', 'back', 'right', 'front'];

/** The board tilted up: turn it by dragging or by the arrow keys. Loaded only when it is wanted. */
export default function Relief() {
  const { build, plan, ground, cut, sight, water, waterPlan } = useDesk(
    'build',
    'plan',
    'ground',
    'cut',
    'sight',
    'water',
    'waterPlan',
  );
  const { look } = useMirror();
  const [fromEye, setFromEye] = useState(false);
  const [box, size] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<ReliefScene | null>(null);
  const pictures = useWaterPictures();
  const [light, setLight] = useState<LightSide>('left');
  const [hour, setHour] = useState(10);
  // In gel a surface has the waves; what sets by itself lies like glass.
  const [wanted, setSurface] = useState<Surface | null>(null);
  const surface = wanted ?? (water?.gel != null ? 'waves' : 'glass');
  const [kind, setKind] = useState<GroundFace['kind']>('finished');
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

  const sheetMm = build.making.foam.thicknessMm;
  const waterlineMm = water?.waterlineMm ?? 0;
  const bodies = useMemo(
    () => standInBodies(build.standIns, plan.standIns, build.scale, { things: build.drowned, plans: plan.drowned }),
    [build.standIns, plan.standIns, build.scale, build.drowned, plan.drowned],
  );
  const face: GroundFace = useMemo(
    () => (kind === 'sheets' ? { kind, thicknessMm: sheetMm } : { kind }),
    [kind, sheetMm],
  );
  const standing = useMemo(
    () =>
      standingHeights(
        ground,
        face,
        { things: build.drowned, plans: plan.drowned },
        { things: build.standIns, plans: plan.standIns, scale: build.scale },
      ),
    [ground, face, build.drowned, plan.drowned, build.standIns, plan.standIns, build.scale],
  );
  const dams = useMemo(() => damSheets(build.dams, build.board), [build.dams, build.board]);
  useEffect(() => {
    const marks =
      look === null
        ? null
        : {
            peak: [look.peak.xMm, look.view.peakMm, look.peak.yMm] as [number, number, number],
            mirror: [look.view.reflectAt.xMm, waterlineMm, look.view.reflectAt.yMm] as [number, number, number],
          };
    scene.current?.show({
      ground,
      waters: plan.waters,
      boardMm: build.board.thicknessMm,
      sheetMm,
      cut: fromEye ? null : cut,
      marks,
      face,
      light: daylight(light, hour),
      surface,
      pictures,
      standing,
      bodies,
      dams,
    });
  }, [
    ground,
    plan.waters,
    build.board.thicknessMm,
    sheetMm,
    cut,
    face,
    light,
    hour,
    surface,
    pictures,
    standing,
    fromEye,
    look,
    waterlineMm,
    bodies,
    dams,
  ]);

  useEffect(() => {
    if (size.width > 0) scene.current?.resize(size.width, size.height);
  }, [size]);

  const eye = sight?.eye;
  useEffect(() => {
    const [widthMm, depthMm] = [ground.columns * ground.cellMm, ground.rows * ground.cellMm];
    if (!fromEye || eye === undefined || look === null) {
      scene.current?.lookFrom(null, widthMm, depthMm);
      return;
    }
    scene.current?.lookFrom(
      {
        eye: [eye.xMm, look.view.eyeMm, eye.yMm],
        at: [look.peak.xMm, look.view.peakMm * 0.5 + waterlineMm * 0.5, look.peak.yMm],
      },
      widthMm,
      depthMm,
    );
    // As this picture has it, beside what Core says: the two must agree.
    const share =
      waterPlan === null ? null : scene.current?.mirrorsGround(waterPlan, [eye.xMm, look.view.eyeMm, eye.yMm]);
    canvas.current?.setAttribute('data-mirrors-ground', share == null ? '' : share.toFixed(2));
  }, [waterPlan, standing, fromEye, eye, look, waterlineMm, ground.columns, ground.rows, ground.cellMm]);

  const save = async (times: number) => {
    const blob = (await scene.current?.picture(times)) ?? null;
    if (blob === null) return;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(blob);
    link.download = `${build.name}${times === 1 ? '' : ' ×2'}.png`;
    link.click();
    // Not before the browser has taken it.
    setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    scene.current?.turn(by[0] ?? 0, by[1] ?? 0);
  };

  // Turned as far as the hand has gone since it was last told.
  const last = useRef<Place>({ x: 0, y: 0 });
  const turnTo = (at: Place) => {
    scene.current?.turn((last.current.x - at.x) / PX_A_STEP, (at.y - last.current.y) / PX_A_STEP);
    last.current = at;
  };
  const pointer = usePointer({
    begin: (at) => {
      last.current = at;
    },
    move: (_, at) => turnTo(at),
    end: (_, at) => turnTo(at),
    drop: () => undefined,
    pinch: (before, after) => scene.current?.nearer(spreadBy(before, after)),
  });

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
        {...pointer}
        onKeyDown={onKeyDown}
      />
      {fromEye && look !== null && <p className="sheet-hint">{look.notice.sentence}</p>}
      <div className="relief-tools" role="group" aria-label="Relief">
        <span>light from</span>
        {SIDES.map((side) => (
          <button key={side} type="button" aria-pressed={light === side} onClick={() => setLight(side)}>
            {side}
          </button>
        ))}
        <label className="relief-hour">
          at {clockOf(hour)}
          <input
            type="range"
            min={DAWN_H}
            max={DUSK_H}
            step={0.5}
            value={hour}
            aria-label="Hour of the light"
            onChange={(event) => setHour(Number(event.target.value))}
          />
        </label>
        <button
          type="button"
          aria-pressed={surface === 'waves'}
          title="With the waves of its wind and flow, as ripples or gel would make them"
          onClick={() => setSurface(surface === 'waves' ? 'glass' : 'waves')}
        >
          waves
        </button>
        {[1, 2].map((times) => (
          <button key={times} type="button" onClick={() => void save(times)}>
            {times === 1 ? 'picture' : '×2'}
          </button>
        ))}
        {look !== null && (
          <button type="button" aria-pressed={fromEye} onClick={() => setFromEye(!fromEye)}>
            from the eye
          </button>
        )}
        <span>show</span>
        {FACES.map(({ face, words }) => (
          <button key={face} type="button" aria-pressed={kind === face} onClick={() => setKind(face)}>
            {words}
          </button>
        ))}
      </div>
    </div>
  );
}
