/** Where particles are at a moment. */
import { get, put } from './access';
import { hashAt } from './hash';
import { slopeX, slopeY, slopesAt } from './noise';

/** Floats of a particle that flies: head x, y, tail x, y (px of the render), radius (px), opacity, share of the ramp, turn (radians), and a number of its own. */
export const FLOWN: i32 = 12;
/** Floats of a place where particles begin: x, y, and which way is outwards, x, y. */
const SOURCE: i32 = 4;

/** Steps in which the way of a particle is added up. */
const STEPS: i32 = 8;

/** What particles fly by, as the face lists it (kernels/particles.ts). */
const SEED = 0, MOMENT = 1, LIFE = 2, LIFE_SPREAD = 3, DIRECTION = 4, ANGLE = 5, SPREAD = 6, SPEED = 7;
const SPEED_SPREAD = 8, GRAVITY = 9, DRAG = 10, WIND_X = 11, WIND_Y = 12, TURBULENCE = 13, EDDY = 14, SWIRL = 15;
const CENTRE_X = 16, CENTRE_Y = 17, CLEAR = 18, SIZE = 19, SIZE_SPREAD = 20, GROWTH = 21, DEPTH = 22, FOCUS = 23;
const BLUR = 24, SHUTTER = 25, TURNED = 26, SPIN = 27, BY_CHANCE = 28, JITTER = 29, COOLING = 30;
const MAP_A = 31, MAP_B = 32, MAP_C = 33, MAP_D = 34, MAP_E = 35, MAP_F = 36, SCALE = 37,
  ROUND_X = 38,
  ROUND_Y = 39,
  ROUND_WIDTH = 40,
  ROUND_HEIGHT = 41;

/** Ways in which particles set out. */
const AT_ANGLE: f32 = 0, OUTWARDS: f32 = 1, ALONG: f32 = 2, AWAY: f32 = 3, ANY: f32 = 4;

export const TURN: f32 = 6.2831853;

/** How far a place is pushed out of a clear round of a radius: what lay within twice that fills the ring about it. */
// @ts-ignore: decorator
@inline
function pushed(d: f32, clear: f32): f32 {
  return d >= 2 * clear ? d : clear + 0.5 * d;
}

/**
 * Where particles `from` to `to` are at the moment of the values at `p`, into the list at `o`. Each begins at one of `count` places at `sources`
 * (px of the layer), lives, and begins anew elsewhere. Gravity, drag and wind act on its speed; eddies, whose ways have no
 * sources (the curl of a noise; Bridson et al., "Curl-noise for procedural fluid flow", 2007), carry it along.
 */
export function flyRows(o: usize, sources: usize, count: i32, p: usize, from: i32, to: i32): void {
  const seed = get(p) as i32;
  const drag = get(p + (DRAG << 2));
  const scale = get(p + (SCALE << 2));
  const clear = get(p + (CLEAR << 2));
  const centreX = get(p + (CENTRE_X << 2));
  const centreY = get(p + (CENTRE_Y << 2));
  const eddy = max<f32>(1, get(p + (EDDY << 2)));
  const turbulence = get(p + (TURBULENCE << 2));
  for (let n = from; n < to; n++) {
    const life = get(p + (LIFE << 2)) * (1 - get(p + (LIFE_SPREAD << 2)) * hashAt(n, 0, seed));
    const lived = get(p + (MOMENT << 2)) / life + hashAt(n, 1, seed);
    const born = Mathf.floor(lived);
    const share = lived - born;
    const age = share * life;
    const own = seed + 101 * ((born as i32) + 1);
    const place = sources + (((hashAt(n, 2, own) * (count as f32)) as i32) * SOURCE << 2);
    const jitter = get(p + (JITTER << 2));
    let x = get(place) + jitter * (hashAt(n, 3, own) - 0.5);
    let y = get(place + 4) + jitter * (hashAt(n, 4, own) - 0.5);
    const outX = get(place + 8);
    const outY = get(place + 12);
    const direction = get(p + (DIRECTION << 2));
    let way = get(p + (ANGLE << 2));
    if (direction == OUTWARDS) way = Mathf.atan2(outY, outX);
    else if (direction == ALONG) way = Mathf.atan2(outX, -outY);
    else if (direction == AWAY) way = Mathf.atan2(y - centreY, x - centreX);
    way += (direction == ANY ? TURN : get(p + (SPREAD << 2))) * (hashAt(n, 5, own) - 0.5);
    // What is near is large and fast.
    const near = hashAt(n, 6, own);
    const depth = max<f32>(0.05, 1 + get(p + (DEPTH << 2)) * (2 * near - 1));
    const speed = depth * get(p + (SPEED << 2)) * (1 - get(p + (SPEED_SPREAD << 2)) * hashAt(n, 7, own));
    let vx = speed * Mathf.cos(way);
    let vy = speed * Mathf.sin(way);
    const windX = depth * get(p + (WIND_X << 2));
    const windY = depth * get(p + (WIND_Y << 2));
    const fall = depth * get(p + (GRAVITY << 2));
    const dt = age / (STEPS as f32);
    const slowed = Mathf.exp(-drag * dt);
    let carriedX: f32 = 0;
    let carriedY: f32 = 0;
    for (let i = 0; i < STEPS; i++) {
      // Drag towards the wind, exactly over a step; gravity between.
      vx = windX + (vx - windX) * slowed;
      vy = windY + (vy + fall * dt - windY) * slowed;
      if (turbulence != 0) {
        slopesAt(x / eddy, y / eddy, seed + 7);
        carriedX = depth * turbulence * slopeY;
        carriedY = -depth * turbulence * slopeX;
      }
      x += (vx + carriedX) * dt;
      y += (vy + carriedY) * dt;
    }
    // The way that it came in the time that the shutter was open.
    const open = min<f32>(age, get(p + (SHUTTER << 2)));
    let tx = x - (vx + carriedX) * open;
    let ty = y - (vy + carriedY) * open;
    const swirl = get(p + (SWIRL << 2));
    if (swirl != 0) {
      const a = swirl * age * TURN;
      const b = swirl * (age - open) * TURN;
      const dx = x - centreX;
      const dy = y - centreY;
      const ex = tx - centreX;
      const ey = ty - centreY;
      x = centreX + dx * Mathf.cos(a) - dy * Mathf.sin(a);
      y = centreY + dx * Mathf.sin(a) + dy * Mathf.cos(a);
      tx = centreX + ex * Mathf.cos(b) - ey * Mathf.sin(b);
      ty = centreY + ex * Mathf.sin(b) + ey * Mathf.cos(b);
    }
    // What strews over a box comes in again on the other side.
    const roundWidth = get(p + (ROUND_WIDTH << 2));
    const roundHeight = get(p + (ROUND_HEIGHT << 2));
    if (roundWidth > 0 && roundHeight > 0) {
      const bx = roundWidth * Mathf.floor((x - get(p + (ROUND_X << 2))) / roundWidth);
      const by = roundHeight * Mathf.floor((y - get(p + (ROUND_Y << 2))) / roundHeight);
      x -= bx;
      tx -= bx;
      y -= by;
      ty -= by;
    }
    if (clear > 0) {
      const d = sqrt<f32>((x - centreX) * (x - centreX) + (y - centreY) * (y - centreY));
      if (d > 0 && d < 2 * clear) {
        const by = pushed(d, clear) / d;
        const mx = (x - centreX) * (by - 1);
        const my = (y - centreY) * (by - 1);
        x += mx;
        y += my;
        tx += mx;
        ty += my;
      }
    }
    const size = depth * get(p + (SIZE << 2)) * (1 - get(p + (SIZE_SPREAD << 2)) * hashAt(n, 8, own));
    const grown = size * (1 + (get(p + (GROWTH << 2)) - 1) * share);
    // Out of focus it is as much fainter as it is wider.
    const soft = get(p + (BLUR << 2)) * abs<f32>(near - get(p + (FOCUS << 2)));
    const radius: f32 = 0.5 * grown + soft;
    const sharp: f32 = 0.5 * grown;
    const fainter: f32 = radius > 0 ? (sharp * sharp) / (radius * radius) : 0;
    const q = o + ((n * FLOWN) << 2);
    put(q, get(p + (MAP_A << 2)) * x + get(p + (MAP_C << 2)) * y + get(p + (MAP_E << 2)));
    put(q + 4, get(p + (MAP_B << 2)) * x + get(p + (MAP_D << 2)) * y + get(p + (MAP_F << 2)));
    put(q + 8, get(p + (MAP_A << 2)) * tx + get(p + (MAP_C << 2)) * ty + get(p + (MAP_E << 2)));
    put(q + 12, get(p + (MAP_B << 2)) * tx + get(p + (MAP_D << 2)) * ty + get(p + (MAP_F << 2)));
    put(q + 16, radius * scale);
    put(q + 20, fainter);
    put(q + 24, get(p + (BY_CHANCE << 2)) > 0 ? hashAt(n, 9, own) : share);
    const turned = get(p + (TURNED << 2)) > 0 ? Mathf.atan2(vy + carriedY, vx + carriedX) : TURN * hashAt(n, 10, own);
    put(q + 28, turned + TURN * get(p + (SPIN << 2)) * age * (hashAt(n, 11, own) - 0.5));
    put(q + 32, hashAt(n, 12, own));
    put(q + 36, Mathf.pow(2, -get(p + (COOLING << 2)) * share));
    put(q + 40, share);
  }
}
