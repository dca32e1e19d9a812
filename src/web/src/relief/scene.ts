import * as THREE from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { Ground } from '../api/ground';
import type { WaterPlan } from '../api/types';
import type { CutLine } from '../desk/DeskContext';
import type { WaterPicture } from '../api/waterPicture';
import type { Daylight } from './light';
import { boxOf, groundMesh, MOST_VERTICES, waterMesh, waterSides, type GroundFace, type MeshArrays } from './meshes';
import { GROUND_FRAGMENT, GROUND_VERTEX } from './shaders';
import type { Standing } from './standing';
import { overBoard, single, waterMaterial, whiteShare, type Surface } from './water';

/** Where the eye of a small person is and what it looks at, mm: x right, y up, z toward the viewer. */
export interface EyeView {
  eye: [number, number, number];
  at: [number, number, number];
}

export interface ReliefInput {
  ground: Ground;
  waters: WaterPlan[];
  boardMm: number;
  /** Thickness of a sheet of foam, mm. */
  sheetMm: number;
  /** Null when the cut is not to stand in the way. */
  cut: CutLine | null;
  /** The peak looked for and the place on the water that mirrors it, mm on the board; null when none is. */
  marks: { peak: [number, number, number]; mirror: [number, number, number] } | null;
  face: GroundFace;
  light: Daylight;
  surface: Surface;
  /** Waters whose colour is not one of depth alone, by id. */
  pictures: ReadonlyMap<string, WaterPicture>;
  /** What rays of light meet: see standing.ts. */
  standing: Standing;
  /** What stands on the board. */
  bodies: MeshArrays;
  /** Sheets that close its edges. */
  dams: MeshArrays;
}

const TURN = Math.PI / 18;
const PLAIN_VERTICES = 30_000;
/** Pixels of the drawing to one of the screen where the processor draws alone: each costs it a walk over the board. */
const PLAIN_RATIO = 0.75;
/** What a picture is drawn on. */
const PAPER = 0xf4f1e8;
const UPRIGHT = Math.PI / 2 - 0.02;
/** The Relief: the board as a body, drawn only when something changes. */
export class ReliefScene {
  private readonly renderer: THREE.WebGLRenderer;
  private readonly scene = new THREE.Scene();
  private readonly camera = new THREE.PerspectiveCamera(32, 1, 1, 20_000);
  private readonly controls: OrbitControls;
  private readonly body = new THREE.Group();
  /** What all that is lit shares. */
  private readonly common = {
    heights: { value: null as THREE.DataTexture | null },
    things: { value: null as THREE.DataTexture | null },
    cells: { value: new THREE.Vector2() },
    cellMm: { value: 1 },
    sun: { value: new THREE.Vector3(0, 1, 0) },
    sunTone: { value: new THREE.Color(1, 1, 1) },
    horizon: { value: new THREE.Color(1, 1, 1) },
    eyeAt: { value: new THREE.Vector3() },
    probe: { value: false },
    highestMm: { value: 0 },
  };
  private stood: { ground: Ground; standing: Standing; key: string; body: THREE.Mesh } | null = null;
  private readonly waters = new Map<string, THREE.Mesh>();
  private readonly tables: THREE.Texture[] = [];
  private placed = false;
  /** Width and depth of what is shown, mm; and whether a hand has turned it. */
  private board: [number, number] | null = null;
  private moved = false;
  /** Corners of all that is to be in the picture, mm. */
  private brim: [number, number, number][] = [];
  private sized = false;
  private frame = 0;
  private readonly plain = drawnBySoftware();

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new THREE.WebGLRenderer({ canvas, antialias: !this.plain, alpha: true });
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.maxPolarAngle = UPRIGHT;
    // Turned by the one pointer machine, as everything is that is dragged; the wheel still goes nearer.
    this.controls.enableRotate = false;
    this.controls.enablePan = false;
    this.controls.addEventListener('change', this.draw);
    this.scene.add(new THREE.HemisphereLight(0xffffff, 0xa8977a, 2.4), this.body);
  }

  /** Draws in the next frame, once however often it is asked for: without a graphics processor a picture takes most of a second. */
  readonly draw = () => {
    // A picture of a size not known yet would only be thrown away.
    if (this.frame !== 0 || !this.sized) return;
    this.frame = requestAnimationFrame(() => {
      this.frame = 0;
      this.render();
      this.renderer.domElement.setAttribute('data-drawn', 'true');
    });
  };

  resize(width: number, height: number): void {
    this.renderer.setPixelRatio(this.plain ? PLAIN_RATIO : Math.min(2, window.devicePixelRatio || 1));
    this.renderer.setSize(width, height, false);
    this.sized = true;
    this.camera.aspect = width / Math.max(1, height);
    this.camera.updateProjectionMatrix();
    if (this.board !== null && !this.moved) this.place(...this.board);
    this.draw();
  }

  show(input: ReliefInput): void {
    this.clear();
    const { ground } = input;
    const widthMm = ground.columns * ground.cellMm;
    const depthMm = ground.rows * ground.cellMm;
    this.common.sun.value.set(...input.light.sun);
    this.common.sunTone.value.setRGB(...input.light.tone);
    this.common.horizon.value.setRGB(...input.light.horizon);
    this.stand(input);
    for (const plan of input.waters) {
      if (plan.level.wetRuns.length === 0) continue;
      const picture = plan.look.varies ? input.pictures.get(plan.id) : undefined;
      const surface = mesh(waterMesh(ground, plan), waterMaterial(input, plan, picture, this.common, this.tables));
      this.waters.set(plan.id, surface);
      this.body.add(surface);
      const sides = waterSides(ground, plan, picture);
      if (sides.indices.length > 0) this.body.add(mesh(sides, this.solid()));
    }
    if (input.bodies.indices.length > 0) this.body.add(mesh(input.bodies, this.solid()));
    if (input.dams.indices.length > 0) {
      const clear = { color: 0xe4f0f0, transparent: true, opacity: 0.3, side: THREE.DoubleSide, depthWrite: false };
      this.body.add(mesh(input.dams, new THREE.MeshBasicMaterial(clear)));
    }
    if (input.cut !== null) this.body.add(cutPlane(ground, input.boardMm, input.cut));
    if (input.marks !== null) this.body.add(...markMeshes(input.marks, Math.max(widthMm, depthMm)));
    this.board = [widthMm, depthMm];
    this.brim = [...boxOf(groundBox(input)), ...boxOf(input.bodies.positions)];
    if (!this.placed) this.place(widthMm, depthMm);
    this.draw();
  }

  /** The ground and its heights, made anew only when they are others: a dragged waterline leaves them as they are. */
  private stand({ ground, face, boardMm, sheetMm, standing }: ReliefInput): void {
    const key = `${JSON.stringify(face)} ${boardMm} ${sheetMm}`;
    if (this.stood?.ground === ground && this.stood.key === key && this.stood.standing === standing) return;
    this.dropGround();
    this.common.heights.value = heightTexture(ground, standing.heights);
    this.common.things.value = single(standing.things, ground);
    let highest = 0;
    for (const mm of standing.heights) if (mm > highest) highest = mm;
    this.common.highestMm.value = highest;
    this.common.cells.value.set(ground.columns, ground.rows);
    this.common.cellMm.value = ground.cellMm;
    const vertices = this.plain ? PLAIN_VERTICES : MOST_VERTICES;
    const body = mesh(groundMesh(ground, boardMm, sheetMm, face, vertices), this.solid());
    this.scene.add(body);
    this.stood = { ground, standing, key, body };
  }

  private dropGround(): void {
    if (this.stood === null) return;
    this.scene.remove(this.stood.body);
    this.stood.body.geometry.dispose();
    (this.stood.body.material as THREE.Material).dispose();
    this.common.heights.value?.dispose();
    this.common.things.value?.dispose();
    this.stood = null;
  }

  private solid(): THREE.ShaderMaterial {
    return new THREE.ShaderMaterial({
      glslVersion: THREE.GLSL3,
      vertexShader: GROUND_VERTEX,
      fragmentShader: GROUND_FRAGMENT,
      uniforms: this.common,
      side: THREE.DoubleSide,
    });
  }

  /** What is shown as a picture, so many times as large as on the screen, on paper. */
  async picture(times: number): Promise<Blob | null> {
    const ratio = this.renderer.getPixelRatio();
    this.renderer.setPixelRatio(times);
    this.renderer.setClearColor(PAPER, 1);
    this.render();
    // Asked for before anything else is drawn: the canvas keeps its picture no longer.
    const made = new Promise<Blob | null>((told) => this.renderer.domElement.toBlob(told, 'image/png'));
    this.renderer.setClearColor(PAPER, 0);
    this.renderer.setPixelRatio(ratio);
    this.draw();
    return made;
  }

  private render(): void {
    this.common.eyeAt.value.copy(this.camera.position);
    this.renderer.render(this.scene, this.camera);
  }

  /**
   * How much of a water mirrors ground for an eye, % of its cells, as its own shader has it: drawn straight from above, one pixel a cell. Null where
   * there is none.
   */
  mirrorsGround(plan: WaterPlan, eye: [number, number, number]): number | null {
    const { stood } = this;
    const water = this.waters.get(plan.id);
    if (stood === null || water === undefined) return null;
    const { columns, rows } = stood.ground;
    const target = new THREE.WebGLRenderTarget(columns, rows);
    const pixels = new Uint8Array(columns * rows * 4);
    const alone = new THREE.Scene();
    this.common.probe.value = true;
    this.common.eyeAt.value.set(...eye);
    this.body.remove(water);
    alone.add(water);
    this.renderer.setRenderTarget(target);
    this.renderer.clear();
    this.renderer.render(alone, overBoard(stood.ground));
    this.renderer.readRenderTargetPixels(target, 0, 0, columns, rows, pixels);
    this.renderer.setRenderTarget(null);
    this.common.probe.value = false;
    this.body.add(water);
    target.dispose();
    return whiteShare(pixels, plan.level.wetRuns, columns, rows);
  }

  /** Looks from an eye on the board, or from above again (null). */
  lookFrom(view: EyeView | null, widthMm: number, depthMm: number): void {
    this.controls.maxPolarAngle = view === null ? UPRIGHT : Math.PI;
    this.moved = view !== null;
    if (view === null) {
      this.place(widthMm, depthMm);
    } else {
      this.controls.target.set(...view.at);
      this.camera.position.set(...view.eye);
      this.controls.update();
    }
    this.draw();
  }

  /** Goes so many times nearer. */
  nearer(factor: number): void {
    this.moved = true;
    this.camera.position.sub(this.controls.target).divideScalar(factor).add(this.controls.target);
    this.controls.update();
    this.draw();
  }

  /** Turns the view by steps of ten degrees. */
  turn(round: number, up: number): void {
    this.moved = true;
    const offset = this.camera.position.clone().sub(this.controls.target);
    const at = new THREE.Spherical().setFromVector3(offset);
    at.theta += round * TURN;
    at.phi = Math.min(this.controls.maxPolarAngle, Math.max(0.02, at.phi - up * TURN));
    this.camera.position.copy(this.controls.target).add(offset.setFromSpherical(at));
    this.controls.update();
    this.draw();
  }

  dispose(): void {
    cancelAnimationFrame(this.frame);
    this.clear();
    this.dropGround();
    this.controls.dispose();
    this.renderer.dispose();
  }

  private place(widthMm: number, depthMm: number): void {
    const reach = Math.max(widthMm, depthMm * 1.4);
    this.controls.target.set(widthMm / 2, 0, depthMm / 2);
    this.camera.position.set(widthMm / 2 - reach * 0.25, reach * 0.8, depthMm / 2 + reach * 1.25);
    this.controls.update();
    this.fill();
    this.placed = true;
  }

  /** As near as the whole board allows. */
  private fill(): void {
    if (!this.sized) return;
    const corners = this.brim.map(([x, y, z]) => new THREE.Vector3(x, y, z));
    // From far off, so that a deep block on a small board is brought in whole too.
    const offset = this.camera.position.clone().sub(this.controls.target).multiplyScalar(3);
    for (let step = 0; step < 120; step++) {
      offset.multiplyScalar(0.97);
      this.camera.position.copy(this.controls.target).add(offset);
      this.camera.updateMatrixWorld();
      const out = corners.some((corner) => {
        const at = corner.clone().project(this.camera);
        return Math.abs(at.x) > 0.97 || at.y > 0.92 || at.y < -0.74;
      });
      if (!out) continue;
      offset.divideScalar(0.97);
      break;
    }
    this.camera.position.copy(this.controls.target).add(offset);
    this.controls.update();
  }

  private clear(): void {
    for (const table of this.tables.splice(0)) table.dispose();
    this.waters.clear();
    for (const child of [...this.body.children]) {
      this.body.remove(child);
      if (child instanceof THREE.Mesh) {
        (child.geometry as THREE.BufferGeometry).dispose();
        (child.material as THREE.Material).dispose();
      }
    }
  }
}

/** Whether pictures are reckoned by the processor alone: then fewer corners and no smoothing of edges. */
function drawnBySoftware(): boolean {
  const probe = document.createElement('canvas').getContext('webgl');
  const info = probe?.getExtension('WEBGL_debug_renderer_info');
  if (probe == null || info == null) return false;
  const name = String(probe.getParameter(info.UNMASKED_RENDERER_WEBGL));
  probe.getExtension('WEBGL_lose_context')?.loseContext();
  return /swiftshader|llvmpipe|software/i.test(name);
}

function mesh(arrays: MeshArrays, material: THREE.Material): THREE.Mesh {
  const geometry = new THREE.BufferGeometry();
  geometry.setAttribute('position', new THREE.BufferAttribute(arrays.positions, 3));
  if (arrays.colours !== undefined) {
    // Colours are given as on a screen; light is reckoned with linear ones.
    const colours = arrays.colours.slice();
    const colour = new THREE.Color();
    for (let i = 0; i < colours.length; i += 4) {
      colour.setRGB(colours[i] ?? 0, colours[i + 1] ?? 0, colours[i + 2] ?? 0, THREE.SRGBColorSpace);
      colours.set([colour.r, colour.g, colour.b], i);
    }
    geometry.setAttribute('tone', new THREE.BufferAttribute(colours, 4));
  }
  geometry.setIndex(new THREE.BufferAttribute(arrays.indices, 1));
  geometry.computeVertexNormals();
  return new THREE.Mesh(geometry, material);
}

/** Two opposite corners of the board with its ground, mm. */
function groundBox({ ground, boardMm }: ReliefInput): Float32Array {
  const highest = ground.heightsMm.reduce((most, height) => Math.max(most, height), 0);
  return Float32Array.from([0, -boardMm, 0, ground.columns * ground.cellMm, highest, ground.rows * ground.cellMm]);
}

/** What rays meet, one texel a cell. */
function heightTexture(ground: Ground, standing: Float32Array): THREE.DataTexture {
  const texture = new THREE.DataTexture(standing, ground.columns, ground.rows, THREE.RGBAFormat, THREE.FloatType);
  texture.needsUpdate = true;
  return texture;
}

/** The plane of the Cut, upright through the board. */
function cutPlane(ground: Ground, boardMm: number, { a, b }: CutLine): THREE.Mesh {
  const high = ground.heightsMm.reduce((most, height) => Math.max(most, height), 0) + 12;
  const positions = Float32Array.from([
    a.xMm,
    -boardMm,
    a.yMm,
    b.xMm,
    -boardMm,
    b.yMm,
    b.xMm,
    high,
    b.yMm,
    a.xMm,
    high,
    a.yMm,
  ]);
  const material = new THREE.MeshBasicMaterial({
    color: 0xb8751a,
    transparent: true,
    opacity: 0.3,
    side: THREE.DoubleSide,
    depthWrite: false,
  });
  return mesh({ positions, indices: Uint32Array.from([0, 1, 2, 0, 2, 3]) }, material);
}

/** A pointer over the peak and a ring on the water where its top is mirrored. */
function markMeshes({ peak, mirror }: NonNullable<ReliefInput['marks']>, boardMm: number): THREE.Mesh[] {
  const size = boardMm / 60;
  const pointer = new THREE.Mesh(
    new THREE.ConeGeometry(size * 0.7, size * 1.8, 4),
    new THREE.MeshLambertMaterial({ color: 0xb8751a }),
  );
  pointer.rotation.x = Math.PI;
  pointer.position.set(peak[0], peak[1] + size * 1.2, peak[2]);
  const ring = new THREE.Mesh(
    new THREE.TorusGeometry(size * 0.8, size * 0.14, 8, 28),
    new THREE.MeshBasicMaterial({ color: 0xfffdf7 }),
  );
  ring.rotation.x = Math.PI / 2;
  ring.position.set(mirror[0], mirror[1] + 0.4, mirror[2]);
  return [pointer, ring];
}
