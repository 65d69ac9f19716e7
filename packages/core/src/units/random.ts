/**
 * Random numbers from a seed, from 0 up to 1: the same on every machine, so that what is found by chance is found again.
 * sfc32 (Doty-Humphrey, PractRand, 2010), its state mixed by fifteen rounds.
 */
export function randomFrom(seed: number): () => number {
  let [a, b, c, count] = [seed | 0, 0x9e3779b9 | 0, 0x243f6a88, 1];
  const next = (): number => {
    const sum = (((a + b) | 0) + count) | 0;
    count = (count + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = (c << 21) | (c >>> 11);
    c = (c + sum) | 0;
    return (sum >>> 0) / 2 ** 32;
  };
  for (let i = 0; i < 15; i += 1) next();
  return next;
}

/** The same items in an order by chance (Fisher and Yates, 1938); the list itself is put in that order. */
export function shuffled<T>(items: T[], random: () => number): T[] {
  for (let i = items.length - 1; i > 0; i -= 1) {
    const j = Math.floor(random() * (i + 1));
    [items[i], items[j]] = [items[j] as T, items[i] as T];
  }
  return items;
}
