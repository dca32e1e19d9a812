import * as THREE from 'three';
import type { Ground } from '../api/ground';
import type { WaterPlan } from '../api/types';
import type { WaterPicture } from '../api/waterPicture';
import { among, finishedAt, type Rgb } from '../scene/waterColour';
import { TONES } from './meshes';
import { WATER_FRAGMENT, WATER_VERTEX } from './shaders';
import { alongWater } from './flow';
import { longAxis, type Standing } from './standing';

/** Entries of a water's table of colours. */
const TABLE = 256;

/** What the surface is shown as: as it sets by itself, or with the waves the water would have, made while it gels or in gel. */
export type Surface = 'glass' | 'waves';

/** What a water's shader is given; `shared` is what all that is lit has in common. */
export function waterMaterial(
  { ground, surface, standing }: { ground: Ground; surface: Surface; standing: Standing },
  plan: WaterPlan,
  picture: WaterPicture | undefined,
  shared: Record<string, THREE.IUniform>,
  kept: THREE.Texture[],
): THREE.ShaderMaterial {
  const keep = <T extends THREE.Texture>(texture: T): T => {
    kept.push(texture);
    return texture;
  };
  const deepest = Math.max(0.001, plan.level.maxDepthMm);
  const table = keep(tableOf([(depth) => finishedAt(plan.look, depth)], deepest));
  const drowned = keep(
    tableOf(
      standing.ids.map((id) => {
        const colours = plan.ink.drowned.find((one) => one.thingId === id)?.colours;
        return (depth) =>
          colours === undefined ? finishedAt(plan.look, depth) : among(colours, plan.look.shares, depth / deepest);
      }),
      deepest,
    ),
  );
  const pixels = picture?.rgba.at(-1);
  const waves = surface === 'waves' && plan.waves.lengthMm > 0;
  const flows = waves && plan.waves.byFlow;
  return new THREE.ShaderMaterial({
    glslVersion: THREE.GLSL3,
    vertexShader: WATER_VERTEX,
    fragmentShader: WATER_FRAGMENT,
    side: THREE.DoubleSide,
    uniforms: {
      ...shared,
      table: { value: table },
      drownedTable: { value: drowned },
      tableSize: { value: TABLE },
      deepestMm: { value: deepest },
      pictured: { value: pixels !== undefined },
      picture: {
        value:
          picture === undefined || pixels === undefined
            ? table
            : keep(coloured(new Uint8Array(pixels), picture.columns, picture.rows)),
      },
      pictureBox: {
        value: new THREE.Vector4(picture?.column0 ?? 0, picture?.row0 ?? 0, picture?.columns ?? 0, picture?.rows ?? 0),
      },
      wave: { value: waves ? new THREE.Vector2(plan.waves.heightMm, plan.waves.lengthMm) : new THREE.Vector2() },
      drownedRows: { value: standing.ids.length },
      flows: { value: flows },
      along: { value: flows ? keep(single(alongWater(ground, plan.level.wetRuns), ground)) : table },
      waveWay: { value: new THREE.Vector2(...longAxis(plan.level.wetRuns)) },
      groundTone: { value: new THREE.Color(TONES.plaster) },
      bodyTone: { value: new THREE.Color(TONES.body) },
    },
  });
}

/** Rows of colours by depth, closer where it is shallow. */
function tableOf(rows: ((depthMm: number) => Rgb)[], deepestMm: number): THREE.DataTexture {
  const pixels = new Uint8Array(TABLE * 4 * Math.max(1, rows.length));
  rows.forEach((colourAt, row) => {
    for (let i = 0; i < TABLE; i++) {
      const share = (i / (TABLE - 1)) ** 2;
      pixels.set([...colourAt(share * deepestMm).map(Math.round), 255], (row * TABLE + i) * 4);
    }
  });
  return coloured(pixels, TABLE, Math.max(1, rows.length));
}

/** One number a cell. */
export function single(numbers: Float32Array, ground: Ground): THREE.DataTexture {
  const texture = new THREE.DataTexture(numbers, ground.columns, ground.rows, THREE.RedFormat, THREE.FloatType);
  texture.needsUpdate = true;
  return texture;
}

function coloured(pixels: Uint8Array<ArrayBuffer>, columns: number, rows: number): THREE.DataTexture {
  const texture = new THREE.DataTexture(pixels, columns, rows);
  texture.colorSpace = THREE.SRGBColorSpace;
  texture.magFilter = THREE.LinearFilter;
  texture.minFilter = THREE.LinearFilter;
  texture.needsUpdate = true;
  return texture;
}

/** Share of a water's cells that are white in a picture of one pixel a cell, its first row the front, %; null of none. */
export function whiteShare(pixels: Uint8Array, wetRuns: number[], columns: number, rows: number): number | null {
  let [wet, white] = [0, 0];
  for (let i = 0; i < wetRuns.length; i += 3) {
    const row = wetRuns[i] ?? 0;
    for (let column = wetRuns[i + 1] ?? 0; column < (wetRuns[i + 2] ?? 0); column++) {
      wet += 1;
      if ((pixels[((rows - 1 - row) * columns + column) * 4] ?? 0) > 127) white += 1;
    }
  }
  return wet === 0 ? null : (100 * white) / wet;
}

/** A camera that looks straight down on the board, one pixel a cell, the first row of pixels the front. */
export function overBoard(ground: Ground): THREE.OrthographicCamera {
  const [width, depth] = [ground.columns * ground.cellMm, ground.rows * ground.cellMm];
  const camera = new THREE.OrthographicCamera(-width / 2, width / 2, depth / 2, -depth / 2, 1, 20_000);
  camera.up.set(0, 0, -1);
  camera.position.set(width / 2, 10_000, depth / 2);
  camera.lookAt(width / 2, 0, depth / 2);
  camera.updateMatrixWorld();
  return camera;
}
