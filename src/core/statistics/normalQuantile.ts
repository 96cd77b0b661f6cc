/** Coefficients of a polynomial from the constant on. */
type Coefficients = readonly number[];

const horner = (coefficients: Coefficients, x: number): number =>
  coefficients.reduceRight((sum, coefficient) => sum * x + coefficient, 0);

const ratio = ([above, below]: readonly [Coefficients, Coefficients], x: number) => horner(above, x) / horner(below, x);

const middle = [
  [
    3.3871328727963665, 133.14166789178438, 1971.5909503065513, 13731.69376550946, 45921.95393154987, 67265.7709270087,
    33430.57558358813, 2509.0809287301227,
  ],
  [
    1, 42.31333070160091, 687.1870074920579, 5394.196021424751, 21213.794301586597, 39307.89580009271,
    28729.085735721943, 5226.495278852854,
  ],
] as const;

const near = [
  [
    1.4234371107496835, 4.630337846156546, 5.769497221460691, 3.6478483247632045, 1.2704582524523684,
    0.2417807251774506, 0.022723844989269184, 0.0007745450142783414,
  ],
  [
    1, 2.053191626637759, 1.6763848301838038, 0.6897673349851, 0.14810397642748008, 0.015198666563616457,
    0.0005475938084995345, 1.0507500716444169e-9,
  ],
] as const;

const far = [
  [
    6.657904643501103, 5.463784911164114, 1.7848265399172913, 0.29656057182850487, 0.026532189526576124,
    0.0012426609473880784, 0.000027115555687434876, 2.0103343992922881e-7,
  ],
  [
    1, 0.599832206555888, 0.1369298809227358, 0.014875361290850615, 0.0007868691311456133, 0.000018463183175100548,
    1.421511758316446e-7, 2.0442631033899397e-15,
  ],
] as const;

/**
 * Quantile of the standard normal distribution, to about 16 digits (Wichura 1988, algorithm AS 241). Our own: it is its
 * coefficients and one formula.
 */
export function normalQuantile(p: number): number {
  const q = p - 0.5;
  if (Math.abs(q) <= 0.425) return q * ratio(middle, 0.180625 - q * q);
  const tail = Math.sqrt(-Math.log(q < 0 ? p : 1 - p));
  const size = tail <= 5 ? ratio(near, tail - 1.6) : ratio(far, tail - 5);
  return q < 0 ? -size : size;
}
