/**
 * A picture as shades of grey, cleaned for tracing: how noisy it is, smoothed as far as that asks, and the shade that parts
 * ink from paper.
 */

/** A picture as a browser gives it: four bytes a point (red, green, blue, how solid), row by row from the top. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: ArrayLike<number>;
}

/** Shades, 0 black to 255 white, with how wide their rows are. */
export interface Shades {
  readonly width: number;
  readonly height: number;
  readonly at: Float32Array;
}

/** Luma over white (ITU-R BT.709); where the picture is see-through in parts, how solid it is says more than its colours. */
export function shadesOf({ width, height, data }: Pixels): Shades {
  const count = width * height;
  let [least, most] = [255, 0];
  for (let i = 0; i < count; i += 1) {
    const solid = data[4 * i + 3] ?? 255;
    least = Math.min(least, solid);
    most = Math.max(most, solid);
  }
  const isCutOut = least < 32 && most > 223;
  const at = new Float32Array(count);
  for (let i = 0; i < count; i += 1) {
    const [r = 0, g = 0, b = 0, a = 255] = [data[4 * i], data[4 * i + 1], data[4 * i + 2], data[4 * i + 3]];
    const solid = a / 255;
    at[i] = isCutOut ? 255 - a : (0.2126 * r + 0.7152 * g + 0.0722 * b) * solid + 255 * (1 - solid);
  }
  return { width, height, at };
}

/** How far shades stray from their neighbours by chance (Immerkær, 1996), in shades. */
export function noiseOf({ width: w, height: h, at }: Shades): number {
  const v = (i: number): number => at[i] as number;
  let sum = 0;
  for (let y = 1; y < h - 1; y += 1)
    for (let x = 1; x < w - 1; x += 1) {
      const i = y * w + x;
      const corners = v(i - w - 1) + v(i - w + 1) + v(i + w - 1) + v(i + w + 1);
      sum += Math.abs(corners - 2 * (v(i - w) + v(i - 1) + v(i + 1) + v(i + w)) + 4 * v(i));
    }
  return (sum * Math.sqrt(Math.PI / 2)) / (6 * Math.max(1, (w - 2) * (h - 2)));
}

/** Pairs put in order one after the other, after which the middle of nine stands in the middle (Paeth, 1990). */
const MIDDLE_OF_NINE = [
  ...[1, 2, 4, 5, 7, 8, 0, 1, 3, 4, 6, 7, 1, 2, 4, 5, 7, 8],
  ...[0, 3, 5, 8, 4, 7, 3, 6, 1, 4, 2, 5, 4, 7, 4, 2, 6, 4, 4, 2],
];

/** Each point the middle one of nine: single specks go. */
export function withoutSpecks({ width: w, height: h, at }: Shades): Shades {
  const out = at.slice();
  const nine = new Float32Array(9);
  for (let y = 1; y < h - 1; y += 1)
    for (let x = 1; x < w - 1; x += 1) {
      let k = 0;
      for (let row = (y - 1) * w + x; row <= (y + 1) * w + x; row += w)
        for (let i = row - 1; i <= row + 1; i += 1) nine[k++] = at[i] as number;
      for (let n = 0; n < MIDDLE_OF_NINE.length; n += 2) {
        const [i, j] = [MIDDLE_OF_NINE[n] as number, MIDDLE_OF_NINE[n + 1] as number];
        const [low, high] = [nine[i] as number, nine[j] as number];
        if (low > high) {
          nine[i] = high;
          nine[j] = low;
        }
      }
      out[y * w + x] = nine[4] as number;
    }
  return { width: w, height: h, at: out };
}

/** Gauss, so many points wide. */
export function blurred({ width: w, height: h, at }: Shades, sigma: number): Shades {
  const reach = Math.ceil(3 * sigma);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)));
  const total = weights.reduce((sum, v) => sum + v, 0);
  // along rows, then along columns: `step` from one point of a line to the next, `next` from one line to the next
  const pass = (from: Float32Array, step: number, long: number, next: number, lines: number): Float32Array => {
    const to = new Float32Array(from.length);
    for (let line = 0; line < lines; line += 1)
      for (let n = 0; n < long; n += 1) {
        const start = line * next;
        let sum = 0;
        if (n >= reach && n + reach < long) {
          let i = start + (n - reach) * step;
          for (const weight of weights) {
            sum += weight * (from[i] as number);
            i += step;
          }
        } else
          // past the rim its last point goes on
          for (let k = -reach; k <= reach; k += 1)
            sum +=
              (weights[k + reach] as number) * (from[start + Math.min(long - 1, Math.max(0, n + k)) * step] as number);
        to[start + n * step] = sum / total;
      }
    return to;
  };
  return { width: w, height: h, at: pass(pass(at, 1, w, w, h), w, h, 1, w) };
}

/** Ink and paper: the mean shade of each, and the shade half way between, so that smoothed edges stay where they are. */
export interface Parted {
  readonly shade: number;
  readonly ink: number;
  readonly paper: number;
}

/** Parts the shades in two so that each half is as much alike as can be (Otsu, 1979). */
export function partedAt({ at }: Pick<Shades, "at">): Parted {
  const counts = new Float64Array(256);
  for (const v of at) {
    const shade = Math.max(0, Math.min(255, Math.round(v)));
    counts[shade] = (counts[shade] as number) + 1;
  }
  const all = counts.reduce((sum, n, i) => sum + n * i, 0);
  let [below, sum, best, cut] = [0, 0, -1, 128];
  for (let i = 0; i < 256; i += 1) {
    below += counts[i] as number;
    sum += i * (counts[i] as number);
    const above = at.length - below;
    if (below === 0 || above === 0) continue;
    const apart = sum / below - (all - sum) / above;
    const score = below * above * apart * apart;
    if (score > best) [best, cut] = [score, i];
  }
  let [dark, darks, light, lights] = [0, 0, 0, 0];
  for (const v of at)
    if (v <= cut) [dark, darks] = [dark + v, darks + 1];
    else [light, lights] = [light + v, lights + 1];
  if (darks === 0 || lights === 0) return { shade: 128, ink: 0, paper: 255 };
  const [ink, paper] = [dark / darks, light / lights];
  return { shade: (ink + paper) / 2, ink, paper };
}
