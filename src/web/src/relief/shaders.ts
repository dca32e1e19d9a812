// The Relief's own light. Heights are a texture of the ground, one texel a cell, so that banks are crisp however coarse the mesh is; the water's colours are
// Core's table as a texture, and nothing about ink is reckoned here.

const HEIGHTS = /* glsl */ `
  uniform highp sampler2D heights;
  uniform vec2 cells;
  uniform float cellMm;

  float cellHeight(ivec2 cell) {
    return texelFetch(heights, clamp(cell, ivec2(0), ivec2(cells) - 1), 0).r;
  }

  // Straight from one cell's middle to the next, both ways.
  float heightAt(vec2 mm) {
    vec2 at = mm / cellMm - 0.5;
    ivec2 first = ivec2(floor(at));
    vec2 part = at - floor(at);
    float back = mix(cellHeight(first), cellHeight(first + ivec2(1, 0)), part.x);
    float front = mix(cellHeight(first + ivec2(0, 1)), cellHeight(first + ivec2(1, 1)), part.x);
    return mix(back, front, part.y);
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
  const vec3 ZENITH = vec3(0.60, 0.72, 0.78);
  const vec3 HORIZON = vec3(0.88, 0.88, 0.84);

  vec3 skyAt(vec3 direction) {
    return mix(HORIZON, ZENITH, clamp(direction.y * 1.6, 0.0, 1.0));
  }

  vec3 lit(vec3 colour, vec3 normal) {
    float direct = max(dot(normal, sun), 0.0);
    float open = 0.5 + 0.5 * normal.y;
    return colour * (0.34 * open + 0.16 + 0.72 * direct);
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
 * The water from above: its colour at this depth from Core's table; over it, as strongly as the angle says (Fresnel, n = 1.5 as cured resin), what the flat
 * surface mirrors: the ground, where the mirrored ray meets it, else the sky.
 */
export const WATER_FRAGMENT = /* glsl */ `
  precision highp float;
  in vec3 place;
  out vec4 seen;
  uniform sampler2D table;
  uniform float tableSize;
  uniform float deepestMm;
  uniform int marches;
  uniform vec3 groundTone;
  ${HEIGHTS}
  ${LIGHT}

  float mirrored(float cosine) {
    float inside = sqrt(1.0 - (1.0 - cosine * cosine) / (1.5 * 1.5));
    float across = (cosine - 1.5 * inside) / (cosine + 1.5 * inside);
    float along = (1.5 * cosine - inside) / (1.5 * cosine + inside);
    return 0.5 * (across * across + along * along);
  }

  void main() {
    float depth = place.y - heightAt(place.xz);
    if (depth <= 0.0) discard;

    // The table's entries lie closer where it is shallow: by the root of the share.
    float entry = sqrt(clamp(depth / deepestMm, 0.0, 1.0)) * (tableSize - 1.0);
    vec3 water = texture(table, vec2((entry + 0.5) / tableSize, 0.5)).rgb;

    vec3 toEye = normalize(cameraPosition - place);
    vec3 away = reflect(-toEye, vec3(0.0, 1.0, 0.0));
    vec3 mirror = skyAt(away);
    vec2 size = cells * cellMm;
    float stride = max(size.x, size.y) / float(marches) * 0.7;
    for (int i = 1; i <= marches; i++) {
      vec3 there = place + away * stride * (float(i) - 0.5);
      if (there.x < 0.0 || there.z < 0.0 || there.x > size.x || there.z > size.y) break;
      if (cellHeight(ivec2(there.xz / cellMm)) > there.y) {
        mirror = lit(groundTone, normalAt(there.xz));
        break;
      }
    }

    float glint = pow(max(dot(away, sun), 0.0), 320.0);
    vec3 colour = mix(water, mirror, mirrored(max(toEye.y, 0.02))) + glint * vec3(1.0, 0.95, 0.85);

    // A wet line, where the meniscus runs up the bank.
    colour *= mix(0.72, 1.0, smoothstep(0.0, 0.35, depth));
    seen = linearToOutputTexel(vec4(colour, 1.0));
  }
`;
