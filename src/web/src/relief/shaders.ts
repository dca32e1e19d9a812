// The Relief's own light. Heights are a texture of the ground, one texel a cell, so that banks are crisp however coarse the mesh is; the water's colours are
// Core's table as a texture, and nothing about ink is reckoned here.

const HEIGHTS = /* glsl */ `
  // The ground, the top of what is drowned, the top and the underside of what stands on the board.
  uniform highp sampler2D heights;
  uniform vec2 cells;
  uniform float cellMm;

  // The four cells whose middles a place lies between: back left, back right, front left, front right; and how far it is across them.
  vec4 cellsAround(highp sampler2D field, vec2 mm, out vec2 part) {
    vec2 at = mm / cellMm - 0.5;
    ivec2 first = ivec2(floor(at)), last = ivec2(cells) - 1;
    part = at - floor(at);
    vec4 found;
    for (int k = 0; k < 4; k++) found[k] = texelFetch(field, clamp(first + ivec2(k & 1, k >> 1), ivec2(0), last), 0).r;
    return found;
  }

  // Straight from one cell's middle to the next, both ways.
  float between(vec4 around, vec2 part) {
    return mix(mix(around.x, around.y, part.x), mix(around.z, around.w, part.x), part.y);
  }

  float heightAt(vec2 mm) {
    vec2 part;
    vec4 around = cellsAround(heights, mm, part);
    return between(around, part);
  }

  vec3 normalAt(vec2 mm) {
    float r = cellMm;
    float dx = heightAt(mm + vec2(r, 0.0)) - heightAt(mm - vec2(r, 0.0));
    float dz = heightAt(mm + vec2(0.0, r)) - heightAt(mm - vec2(0.0, r));
    return normalize(vec3(-dx, 2.0 * r, -dz));
  }
`;

const LIGHT = /* glsl */ `
  uniform vec3 sun;
  uniform vec3 sunTone;
  uniform vec3 horizon;
  const vec3 ZENITH = vec3(0.60, 0.72, 0.78);

  vec3 skyAt(vec3 direction) {
    return mix(horizon, ZENITH, clamp(direction.y * 1.6, 0.0, 1.0));
  }

  vec3 lit(vec3 colour, vec3 normal) {
    float direct = max(dot(normal, sun), 0.0);
    float open = 0.5 + 0.5 * normal.y;
    return colour * (0.34 * open + 0.16 + 0.72 * direct * sunTone);
  }
`;

export const GROUND_VERTEX = /* glsl */ `
  in vec4 tone;
  out vec3 place;
  out vec4 given;
  out vec3 facing;

  void main() {
    place = position;
    given = tone;
    facing = normal;
    gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
  }
`;

/** `given.a` is 1 on the top, whose normal comes from the heights; the cut sides keep their own. */
export const GROUND_FRAGMENT = /* glsl */ `
  precision highp float;
  in vec3 place;
  in vec4 given;
  in vec3 facing;
  out vec4 seen;
  ${HEIGHTS}
  ${LIGHT}

  void main() {
    vec3 normal = given.a > 0.5 ? normalAt(place.xz) : normalize(facing);
    if (!gl_FrontFacing && given.a < 0.5) normal = -normal;
    seen = linearToOutputTexel(vec4(lit(given.rgb, normal), 1.0));
  }
`;

export const WATER_VERTEX = /* glsl */ `
  out vec3 place;

  void main() {
    place = position;
    gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
  }
`;

/**
 * The water: its colour from Core's table at the depth of the bed one sees there (bent at the surface, n = 1.5 as cured resin), or from Core's picture of it, cell by
 * cell, where one depth has not one colour; over it, as strongly as the angle says (Fresnel), what the surface mirrors: the ground and what stands on it, where the
 * mirrored ray meets them, else the sky. As a probe it is white where ground is mirrored by a flat surface, black where it is not.
 */
export const WATER_FRAGMENT = /* glsl */ `
  precision highp float;
  in vec3 place;
  out vec4 seen;
  uniform sampler2D table;
  // A row for each drowned thing; which thing stands at a cell, from 1.
  uniform sampler2D drownedTable;
  uniform float drownedRows;
  uniform highp sampler2D things;
  uniform float tableSize;
  uniform float deepestMm;
  uniform sampler2D picture;
  uniform vec4 pictureBox;
  uniform bool pictured;
  uniform vec3 eyeAt;
  uniform bool probe;
  uniform float highestMm;
  uniform vec2 wave;
  uniform vec2 waveWay;
  uniform bool flows;
  // How far along the water a cell lies, mm.
  uniform highp sampler2D along;
  uniform vec3 groundTone;
  uniform vec3 bodyTone;
  ${HEIGHTS}
  ${LIGHT}

  float mirrored(float cosine) {
    float inside = sqrt(1.0 - (1.0 - cosine * cosine) / (1.5 * 1.5));
    float across = (cosine - 1.5 * inside) / (cosine + 1.5 * inside);
    float along = (1.5 * cosine - inside) / (1.5 * cosine + inside);
    return 0.5 * (across * across + along * along);
  }

  // The table's entries lie closer where it is shallow: by the root of the share.
  vec3 fromTable(sampler2D colours, float depth, float row) {
    float entry = sqrt(clamp(depth / deepestMm, 0.0, 1.0)) * (tableSize - 1.0);
    return texture(colours, vec2((entry + 0.5) / tableSize, row)).rgb;
  }

  // Straight between the cells' middles, those that are dry left out.
  vec4 fromPicture(vec2 mm) {
    vec2 at = mm / cellMm - 0.5 - pictureBox.xy;
    ivec2 first = ivec2(floor(at));
    vec2 part = at - floor(at);
    vec4 sum = vec4(0.0);
    for (int k = 0; k < 4; k++) {
      ivec2 step = ivec2(k & 1, k >> 1);
      ivec2 cell = first + step;
      if (cell.x < 0 || cell.y < 0 || cell.x >= int(pictureBox.z) || cell.y >= int(pictureBox.w)) continue;
      vec2 near = mix(1.0 - part, part, vec2(step));
      vec4 texel = texelFetch(picture, cell, 0);
      sum += vec4(texel.rgb, 1.0) * texel.a * near.x * near.y;
    }
    return sum.a > 0.001 ? vec4(sum.rgb / sum.a, 1.0) : vec4(0.0);
  }

  // How far along the water, and the way it runs there.
  vec3 alongAt(vec2 mm) {
    vec2 part;
    vec4 around = cellsAround(along, mm, part);
    vec2 way = vec2(mix(around.y - around.x, around.w - around.z, part.y), mix(around.z - around.x, around.w - around.y, part.x));
    float run = length(way);
    return vec3(between(around, part), run > 0.0 ? way / run : waveWay);
  }

  // Slopes of the waves to scale: three trains, so that no two crests are alike; round the bends where the water flows.
  vec3 surfaceNormal(vec2 mm) {
    if (wave.x <= 0.0) return vec3(0.0, 1.0, 0.0);
    vec2 slope = vec2(0.0);
    float steep = 3.14159 * wave.x / wave.y * 0.5;
    vec3 run = flows ? alongAt(mm) : vec3(dot(mm, waveWay), waveWay);
    vec2 side = vec2(-waveWay.y, waveWay.x);
    for (int k = 0; k < 3; k++) {
      float turn = (float(k) - 1.0) * 0.42;
      float length1 = wave.y * (1.0 - 0.21 * float(k));
      float far = run.x * cos(turn) + dot(mm, side) * sin(turn);
      slope += (run.yz * cos(turn) + side * sin(turn)) * steep * cos(far * 6.28318 / length1 + float(k) * 1.7);
    }
    return normalize(vec3(-slope.x, 1.0, -slope.y));
  }

  // Walks the cells the ray crosses, in order, by its next crossing of a column or a row, as Core does (Amanatides & Woo 1987).
  // 0: the sky; 1: ground; 2: what stands on it.
  int meets(vec3 from, vec3 away, out vec3 there) {
    there = from;
    float level = length(away.xz);
    if (level < 1e-6) return 0;
    vec2 way = away.xz / level;
    float rise = away.y / level;
    ivec2 cell = ivec2(floor(from.xz / cellMm));
    ivec2 stride = ivec2(sign(way));
    vec2 speed = max(abs(way), vec2(1e-9));
    vec2 across = cellMm / speed;
    vec2 into = from.xz - vec2(cell) * cellMm;
    vec2 next = mix(into, cellMm - into, step(0.0, way)) / speed;
    int most = int(cells.x + cells.y);
    for (int i = 0; i < most; i++) {
      float t;
      if (next.x < next.y) {
        t = next.x;
        cell.x += stride.x;
        next.x += across.x;
      } else {
        t = next.y;
        cell.y += stride.y;
        next.y += across.y;
      }
      float y = from.y + rise * t;
      if (cell.x < 0 || cell.y < 0 || cell.x >= int(cells.x) || cell.y >= int(cells.y) || y > highestMm) return 0;
      vec4 here = texelFetch(heights, cell, 0);
      there = vec3((vec2(cell) + 0.5) * cellMm, y).xzy;
      if (here.r > y) return 1;
      if (!probe && here.a < y && y < here.b) return 2;
    }
    return 0;
  }

  void main() {
    float depth = place.y - heightAt(place.xz);
    if (depth <= 0.0) discard;
    vec3 toEye = normalize(eyeAt - place);
    vec3 there;
    if (probe) {
      vec3 flatAway = reflect(-toEye, vec3(0.0, 1.0, 0.0));
      seen = vec4(vec3(meets(place, flatAway, there) == 1 ? 1.0 : 0.0), 1.0);
      return;
    }

    // Where the bed one sees there really is: the line of sight is bent toward it.
    vec3 bent = refract(-toEye, vec3(0.0, 1.0, 0.0), 1.0 / 1.5);
    vec2 bed = place.xz + bent.xz / max(-bent.y, 0.1) * depth;
    float under = max(place.y - heightAt(bed), 0.0);
    vec3 water = fromTable(table, under, 0.5);
    if (pictured) {
      vec4 painted = fromPicture(bed);
      water = mix(water, painted.rgb, painted.a);
    }
    ivec2 bedCell = clamp(ivec2(bed / cellMm), ivec2(0), ivec2(cells) - 1);
    float thing = texelFetch(heights, bedCell, 0).g;
    if (thing > place.y - under && thing < place.y && drownedRows > 0.0)
      water = fromTable(drownedTable, place.y - thing, (texelFetch(things, bedCell, 0).r - 0.5) / drownedRows);

    vec3 normal = surfaceNormal(place.xz);
    vec3 away = reflect(-toEye, normal);
    away.y = max(away.y, 0.004);
    int met = meets(place, away, there);
    vec3 mirror = met == 1 ? lit(groundTone, normalAt(there.xz)) : met == 2 ? lit(bodyTone, normalize(-away)) : skyAt(away);
    float glint = pow(max(dot(normalize(away), sun), 0.0), 320.0);
    vec3 colour = mix(water, mirror, mirrored(max(dot(toEye, normal), 0.02))) + glint * sunTone;

    // A wet line, where the meniscus runs up the bank.
    colour *= mix(0.72, 1.0, smoothstep(0.0, 0.35, depth));
    seen = linearToOutputTexel(vec4(colour, 1.0));
  }
`;
