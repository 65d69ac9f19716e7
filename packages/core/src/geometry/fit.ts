/**
 * Does a rectangle `w × h` lie inside another `W × H`, turned by any angle if need be?
 * The larger side tilts by the angle whose turned width is exactly W (Carver, "Solution to problem E1225", American
 * Mathematical Monthly 64, 1957): it fits when p ≤ P and q ≤ Q, or p > P and Q ≥ (2pqP + (p²−q²)√(p²+q²−P²))/(p²+q²),
 * with p ≥ q the inner and P ≥ Q the outer sides.
 */
export function fitsIn(w: number, h: number, W: number, H: number): boolean {
  const noise = 1e-6;
  const [p, q] = w >= h ? [w, h] : [h, w];
  const [P, Q] = W >= H ? [W, H] : [H, W];
  if (p <= P + noise) return q <= Q + noise;
  const rest = p * p + q * q - P * P;
  return Q + noise >= (2 * p * q * P + (p * p - q * q) * Math.sqrt(rest)) / (p * p + q * q) && q <= Q + noise;
}
