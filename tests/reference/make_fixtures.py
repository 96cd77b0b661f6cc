"""Makes the fixtures that the statistics are held against, with an independent numerics package (scipy).

    python3 tests/reference/make_fixtures.py        (Debian: apt-get install python3-scipy)
"""

import json
import pathlib

import numpy as np
from scipy import stats

here = pathlib.Path(__file__).parent


def write(name, rows):
    (here / f"{name}.json").write_text(json.dumps(rows, indent=1) + "\n")


# Quantiles of Student's t.
degrees = [1, 2, 3, 4, 5, 7, 10, 19, 30, 59, 100, 238, 999, 10_000, 1_000_000]
levels = [0.55, 0.6, 0.75, 0.9, 0.95, 0.975, 0.99, 0.995, 0.9995, 0.999999]
write("studentT", [{"p": p, "n": n, "t": float(stats.t.ppf(p, n))} for n in degrees for p in levels])

# Summaries and intervals of awkward samples.
random = np.random.default_rng(20260401)
samples = {
    "two": [1.0, 2.0],
    "constant": [3.5] * 8,
    "ties": [1, 1, 2, 2, 2, 3, 3, 9],
    "negative": [-5.5, -2.25, -0.125, -7.0],
    "huge offset": [1e9 + 4, 1e9 + 7, 1e9 + 13, 1e9 + 16],
    "tiny": [1e-12, 3e-12, 2e-12, 9e-12],
    "one huge": [1, 2, 3, 4, 1e12],
    "normal": [round(float(v), 6) for v in random.normal(50, 10, 200)],
    "skewed": [round(float(v), 6) for v in random.exponential(2, 101)],
}
rows = []
for name, values in samples.items():
    a = np.array(values, dtype=np.longdouble)
    n = len(values)
    mean, sd = float(a.mean()), float(a.std(ddof=1))
    intervals = {}
    for level in (0.8, 0.9, 0.95, 0.99):
        half = float(stats.t.ppf((1 + level) / 2, n - 1)) * sd / n**0.5
        intervals[str(level)] = [mean - half, mean + half]
    rows.append(
        {
            "name": name,
            "values": values,
            "n": n,
            "sum": float(a.sum()),
            "mean": mean,
            "sd": sd,
            "se": sd / n**0.5,
            "median": float(np.median(np.array(values, dtype=float))),
            "intervals": intervals,
        }
    )
write("summaries", rows)

# Quantiles of types 1 to 9, widths and counts of bins.
methods = ["inverted_cdf", "averaged_inverted_cdf", "closest_observation", "interpolated_inverted_cdf", "hazen",
           "weibull", "linear", "median_unbiased", "normal_unbiased"]
probabilities = [0, 0.05, 0.1, 0.25, 0.3, 0.5, 0.75, 0.9, 1]
rows = []
for name, values in samples.items():
    a = np.sort(np.array(values, dtype=float))
    n, sd = len(a), float(a.std(ddof=1))
    q1, q3 = np.quantile(a, [0.25, 0.75])
    edges = np.linspace(a[0], a[-1], 8) if a[-1] > a[0] else np.array([a[0] - 1, a[0], a[0] + 1])
    rows.append(
        {
            "name": name,
            "values": [float(v) for v in a],
            "quantiles": {str(i + 1): [float(np.quantile(a, p, method=m)) for p in probabilities] for i, m in enumerate(methods)},
            "widths": {
                "sturges": float((a[-1] - a[0]) / (np.log2(n) + 1)),
                "scott": float((24 * np.pi**0.5 / n) ** (1 / 3) * sd),
                "freedman-diaconis": float(2 * (q3 - q1) / n ** (1 / 3)),
            },
            "edges": [float(e) for e in edges],
            "counts": [int(c) for c in np.histogram(a, edges)[0]],
        }
    )
write("quantilesAndBins", {"probabilities": probabilities, "samples": rows})

# Boxes with whiskers to the farthest value within 1.5 box lengths.
rows = []
for name, values in samples.items():
    a = np.sort(np.array(values, dtype=float))
    q1, q2, q3 = np.quantile(a, [0.25, 0.5, 0.75])
    inside = a[(a >= q1 - 1.5 * (q3 - q1)) & (a <= q3 + 1.5 * (q3 - q1))]
    low, high = min(inside[0], q1), max(inside[-1], q3)
    beyond = a[(a < low) | (a > high)]
    far = (beyond < q1 - 3 * (q3 - q1)) | (beyond > q3 + 3 * (q3 - q1))
    rows.append({"name": name, "values": [float(v) for v in a], "low": float(low), "q1": float(q1), "median": float(q2),
                 "q3": float(q3), "high": float(high), "outliers": [float(v) for v in beyond[~far]],
                 "extremes": [float(v) for v in beyond[far]]})
write("boxes", rows)

# Straight lines.
pairs = {
    "three": ([1, 2, 4], [2, 1, 5]),
    "exact": ([0, 1, 2, 3], [1, 3, 5, 7]),
    "huge offset": ([1e8 + i for i in range(12)], [3 + 0.5 * i + (-1) ** i for i in range(12)]),
    "noise": ([round(float(v), 5) for v in random.normal(0, 1, 60)], [round(float(v), 5) for v in random.normal(5, 2, 60)]),
}
rows = []
for name, (xs, ys) in pairs.items():
    fit = stats.linregress(xs, ys)
    rows.append({"name": name, "x": xs, "y": ys, "slope": float(fit.slope), "intercept": float(fit.intercept),
                 "slopeSe": float(fit.stderr), "interceptSe": float(fit.intercept_stderr), "r": float(fit.rvalue)})
write("lines", rows)

# Intervals of shares (Wilson 1927).
rows = []
for count, n in [(0, 1), (0, 10), (1, 1), (1, 10), (5, 10), (10, 10), (37, 240), (499_999, 1_000_000)]:
    for level in (0.8, 0.95, 0.99):
        ci = stats.binomtest(count, n).proportion_ci(level, method="wilson")
        rows.append({"count": count, "n": n, "level": level, "low": float(ci.low), "high": float(ci.high)})
write("shares", rows)

# Kernel densities with the bandwidth of Silverman (1986, eq. 3.31), and normal densities.
rows = []
for name, values in samples.items():
    a = np.sort(np.array(values, dtype=float))
    n, sd = len(a), float(a.std(ddof=1))
    spread = float(np.subtract(*np.quantile(a, [0.75, 0.25]))) / 1.34
    bandwidth = 0.9 * (min(sd, spread) if spread > 0 else sd) * n ** -0.2
    if bandwidth == 0:
        continue
    at = [float(v) for v in np.linspace(a[0] - bandwidth, a[-1] + bandwidth, 7)]
    rows.append({"name": name, "values": [float(v) for v in a], "bandwidth": bandwidth, "at": at,
                 "density": [float(stats.norm.pdf(v, a, bandwidth).mean()) for v in at],
                 "normal": [float(v) for v in stats.norm.pdf(at, a.mean(), sd)]})
write("densities", rows)

# Polynomials by least squares in extended precision, with standard errors and bands of the mean.
def polynomial(xs, ys, degree):
    x, y = np.array(xs, dtype=float), np.array(ys, dtype=float)
    shift, scale = x.mean(), np.abs(x - x.mean()).max()
    z = (x - shift) / scale
    design = np.vander(z, degree + 1, increasing=True)
    solution, *_ = np.linalg.lstsq(design, y, rcond=None)
    rest = y - design @ solution
    freedom = len(x) - degree - 1
    variance = float(rest @ rest) / freedom if freedom > 0 else None
    inverse = np.linalg.inv(design.T @ design)
    # Powers of z as powers of x.
    turn = np.zeros((degree + 1, degree + 1))
    for k in range(degree + 1):
        powers = np.polynomial.polynomial.polypow([-shift / scale, 1 / scale], k)
        turn[: len(powers), k] = powers
    coefficients = turn @ solution
    at = np.linspace(x.min(), x.max(), 5)
    rows = np.vander((at - shift) / scale, degree + 1, increasing=True)
    fitted = rows @ solution
    result = {"x": xs, "y": ys, "degree": degree, "coefficients": [float(c) for c in coefficients],
              "rSquared": 1 - float(rest @ rest) / float(((y - y.mean()) ** 2).sum()), "at": [float(v) for v in at],
              "fitted": [float(v) for v in fitted]}
    if variance is not None:
        result["errors"] = [float(v) for v in np.sqrt(variance * np.diag(turn @ inverse @ turn.T))]
        half = stats.t.ppf(0.975, freedom) * np.sqrt(variance * np.einsum("ij,jk,ik->i", rows, inverse, rows))
        result["half"] = [float(v) for v in half]
    return result

curved = ([float(i) for i in range(20)], [round(3 + 0.5 * i - 0.04 * i * i + float(random.normal(0, 0.4)), 5) for i in range(20)])
cases = {"curved": curved, "noise": pairs["noise"], "exact": ([0, 1, 2, 3, 4], [1, 3, 9, 19, 33]),
         "ties in x": ([1, 1, 2, 2, 3, 3, 4, 4], [2, 3, 5, 4, 9, 8, 15, 17]),
         "crowded": ([float(i // 4) for i in range(24)], [round(float(random.normal(i // 4, 1)), 4) for i in range(24)]),
         "far off": ([1000.0 + i for i in range(12)], [5 + i + (-1) ** i for i in range(12)])}
rows = [{"name": name, **polynomial(x, y, degree)} for name, (x, y) in cases.items() if name != "crowded" for degree in (1, 2, 3)]
write("polynomials", rows)

# Local linear regression with tricube weights (Cleveland 1979), by weighted least squares at each place.
def local(xs, ys, span):
    x, y = np.array(xs, dtype=float), np.array(ys, dtype=float)
    n = len(x)
    count = max(2, int(np.floor(span * n + 0.5)))

    def row(place):
        distance = np.abs(x - place)
        reach = np.sort(distance)[count - 1]
        nearest = np.flatnonzero(distance < reach) if reach > 0 else np.flatnonzero(distance == 0)
        weights = (1 - (distance[nearest] / reach) ** 3) ** 3 if reach > 0 else np.ones(len(nearest))
        design = np.vander(x[nearest] - place, 2, increasing=True)
        found = np.zeros(n)
        if len(set(x[nearest])) < 2:
            found[nearest] = weights / weights.sum()
        else:
            found[nearest] = (np.linalg.inv(design.T @ (weights[:, None] * design)) @ (design.T * weights))[0]
        return found

    smoother = np.array([row(place) for place in x])
    rest = y - smoother @ y
    freedom = n - 2 * np.trace(smoother) + np.trace(smoother.T @ smoother)
    spread = np.sqrt(rest @ rest / freedom)
    at = [float(v) for v in np.linspace(x.min() + 0.013, x.max() - 0.017, 6)]
    rows = [row(place) for place in at]
    half = stats.t.ppf(0.975, max(1, freedom)) * spread
    return {"x": xs, "y": ys, "span": span, "at": at, "fitted": [float(r @ y) for r in rows],
            "half": [float(half * np.sqrt(r @ r)) for r in rows]}

write("localFits", [{"name": name, **local(*cases[name], span)} for name in ("curved", "noise", "crowded") for span in (0.4, 0.55, 0.75, 1.0)])

# Weighted means: frequencies as repeated cases, case weights with Kish's effective number.
rows = []
for name, values in samples.items():
    a = np.array(values, dtype=float)
    frequencies = [int(v) for v in random.integers(0, 5, len(a))]
    weights = [round(float(v), 4) for v in random.uniform(0.2, 3, len(a))]
    repeated, w = np.repeat(a, frequencies), np.array(weights)
    mean = float(np.average(a, weights=w))
    sd = float(np.sqrt((w * (a - mean) ** 2).sum() / (w.sum() - (w**2).sum() / w.sum())))
    rows.append({"name": name, "values": [float(v) for v in a], "frequencies": frequencies, "weights": weights,
                 "frequency": {"n": int(sum(frequencies)), "mean": float(repeated.mean()), "sd": float(repeated.std(ddof=1)) if len(repeated) > 1 else None},
                 "case": {"mean": mean, "sd": sd, "effective": float(w.sum() ** 2 / (w**2).sum())}})
write("weights", rows)

# Normal ellipses: every point of the outline has the same distance by the covariance, the root of the chi-square quantile.
rows = []
for name in ("noise", "three"):
    xs, ys = pairs[name]
    covariance = np.cov(xs, ys)
    rows.append({"name": name, "x": xs, "y": ys, "level": 0.95, "mean": [float(np.mean(xs)), float(np.mean(ys))],
                 "inverse": [[float(v) for v in r] for r in np.linalg.inv(covariance)], "distance": float(stats.chi2.ppf(0.95, 2))})
write("ellipses", rows)

# Quantiles of weighted cases: where the cumulated weight, in exact fractions, reaches its share; the mean of two neighbours
# where it is reached exactly. And moments of hostile samples in exact fractions.
from fractions import Fraction

def weighted_quantile(values, weights, p):
    pairs = sorted((Fraction(str(v)), Fraction(str(w))) for v, w in zip(values, weights) if w > 0)
    total = sum(w for _, w in pairs)
    reached = Fraction(0)
    for i, (value, weight) in enumerate(pairs):
        reached += weight
        if reached > Fraction(str(p)) * total:
            return float(value)
        if reached == Fraction(str(p)) * total:
            return float((value + pairs[min(i + 1, len(pairs) - 1)][0]) / 2)

weighted = [([1, 2, 3, 4], [1, 1, 1, 1]), ([1, 2, 3, 4], [0.1, 0.2, 0.3, 0.6]), ([5, 5, 1, 9], [0.7, 0.1, 0.2, 0]),
            ([2.5, 7.25, 3.5, 3.5, 8], [1.5, 0.25, 2, 0.75, 0.5]), ([4], [0.3]), ([10, 20, 30], [0.3, 0.3, 0.6])]
shares = [0.1, 0.25, 0.5, 0.75, 0.9]
write("weightedQuantiles", [{"values": v, "weights": w, "shares": shares, "found": [weighted_quantile(v, w, p) for p in shares]} for v, w in weighted])

def exact_moments(values):
    xs = [Fraction(v) for v in values]
    mean = sum(xs) / len(xs)
    squares = sum((x - mean) ** 2 for x in xs) / (len(xs) - 1)
    power = 0
    while squares and squares > Fraction(10) ** 200:
        squares /= Fraction(10) ** 40; power += 20
    while squares and squares < Fraction(1, 10 ** 200):
        squares *= Fraction(10) ** 40; power -= 20
    return {"values": values, "sum": float(sum(xs)) if abs(sum(xs)) < Fraction(10) ** 308 else None, "mean": float(mean),
            "sd": float(f"{float(squares) ** 0.5!r}") * 10.0 ** power}

hostile = [[1e16, 1.0, -1e16], [1e9 + i / 8 for i in range(9)], [1e170, 2e170, 4e170], [1e-170, 3e-170, 4e-170], [1e300, 2e300, 3e300],
           [0.1] * 10, [1e-300, 1e300, -1e300], [1.0, 1.0 + 2 ** -50, 1.0 - 2 ** -50], [3.0, 1e308, 1e308, 1e308]]
write("hostileMoments", [exact_moments(v) for v in hostile])

def exact_line(xs, ys):
    x, y = [Fraction(v) for v in xs], [Fraction(v) for v in ys]
    n = len(x); mx, my = sum(x) / n, sum(y) / n
    sxx, syy = sum((a - mx) ** 2 for a in x), sum((b - my) ** 2 for b in y)
    sxy = sum((a - mx) * (b - my) for a, b in zip(x, y))
    r = None if syy == 0 else float(sxy) / (float(sxx) ** 0.5 * float(syy) ** 0.5)
    return {"x": xs, "y": ys, "slope": float(sxy / sxx), "intercept": float(my - sxy / sxx * mx), "r": r}

write("hostileLines", [exact_line(*pair) for pair in [
    ([1e9 + i for i in range(6)], [1e9 + 2 * i + (-1) ** i / 4 for i in range(6)]),
    ([1e9 + i / 1024 for i in range(8)], [float(i * i) for i in range(8)]),
    ([1.0, 2.0, 3.0], [5.0, 5.0, 5.0]),
    ([1e-150, 2e-150, 4e-150], [1e140, 3e140, 2e140])]])

write("normalQuantiles", [{"p": p, "z": float(stats.norm.ppf(p))} for p in (1e-300, 1e-10, 0.001, 0.025, 0.3, 0.5, 0.6, 0.9, 0.95, 0.975, 0.995, 0.9995, 0.99999)])

# Components of several columns: eigenvalues by LAPACK, varimax by singular values, promax by least squares.
def varimax_by_svd(loadings, sweeps=20000):
    lengths = np.sqrt((loadings**2).sum(axis=1))
    a = loadings / lengths[:, None]
    p, k = a.shape
    turn = np.eye(k)
    for _ in range(sweeps):
        b = a @ turn
        u, s, v = np.linalg.svd(a.T @ (b**3 - b * (b**2).mean(axis=0)))
        moved, turn = np.abs(u @ v - turn).max(), u @ v
        if moved < 1e-15:
            break
    return (a @ turn) * lengths[:, None]


def ordered(loadings, variances, *others):
    order = np.argsort(-variances, kind="stable")
    loadings, variances = loadings[:, order], variances[order]
    signs = np.sign(loadings[np.abs(loadings).argmax(axis=0), range(loadings.shape[1])])
    others = [(m[np.ix_(order, order)] * signs[:, None]) * signs for m in others]
    return [(loadings * signs).T.tolist(), variances.tolist(), *[m.tolist() for m in others]]


rows = []
random = np.random.default_rng(20260402)
for columns, kept in ((3, 2), (4, 2), (5, 2), (6, 3), (8, 3)):
    n = 60 + 10 * columns
    factors = random.normal(0, 1, (n, kept))
    weights = random.uniform(-0.3, 0.3, (kept, columns))
    for j in range(columns):
        weights[j % kept, j] = random.choice([-1, 1]) * random.uniform(0.9, 1.4)
    data = factors @ weights + random.normal(0, 0.45, (n, columns))
    data = np.round(data * 10.0 ** random.integers(-2, 3, columns) + random.integers(-50, 50, columns), 6)
    case = {"columns": data.T.tolist(), "keep": kept}
    for on in ("correlation", "covariance"):
        matrix = np.corrcoef(data.T) if on == "correlation" else np.cov(data.T)
        values, vectors = np.linalg.eigh(matrix)
        values, vectors = values[::-1], vectors[:, ::-1]
        sds = np.ones(columns) if on == "correlation" else data.std(axis=0, ddof=1)
        loadings = vectors * np.sqrt(values) / sds[:, None]
        plain, _ = ordered(loadings, values)
        turned = varimax_by_svd(loadings[:, :kept])
        upright, shares = ordered(turned, (turned**2).sum(axis=0))
        target = turned * np.abs(turned) ** 3
        u = np.linalg.lstsq(turned, target, rcond=None)[0]
        u = u * np.sqrt(np.diag(np.linalg.inv(u.T @ u)))
        phi = np.linalg.inv(u.T @ u)
        pattern = turned @ u
        oblique, explained, related = ordered(pattern, np.diag(phi @ pattern.T @ pattern), phi)
        case[on] = {
            "eigenvalues": values.tolist(),
            "loadings": plain,
            "varimax": {"loadings": upright, "variances": shares},
            "promax": {"loadings": oblique, "variances": explained, "correlations": related},
        }
    rows.append(case)
write("components", rows)

# Ellipsoids and densities of clouds.
rows = []
for n, mix in ((5, 0.2), (40, 0.6), (300, 0.9)):
    data = random.normal(0, 1, (n, 3)) @ np.array([[1, mix, 0], [0, 1, mix], [0, 0, 0.7]])
    data = np.round(data * [2, 30, 0.1] + [5, -100, 0.3], 6)
    middle, covariance = data.mean(axis=0), np.cov(data.T)
    inverse = np.linalg.inv(covariance)
    squared = np.einsum("ij,jk,ik->i", data - middle, inverse, data - middle)
    case = {"columns": data.T.tolist(), "middle": middle.tolist(), "inverse": inverse.tolist(), "levels": []}
    for level in (0.5, 0.75, 0.95):
        case["levels"].append(
            {
                "share": level,
                "radius": float(np.sqrt(stats.chi2.ppf(level, 3))),
                "inside": int((squared < stats.chi2.ppf(level, 3)).sum()),
            }
        )
    bandwidths = data.std(axis=0, ddof=1) * (4 / (5 * n)) ** (1 / 7)
    places = data[:: max(1, n // 20)]
    scaled = (places[:, None, :] - data[None, :, :]) / bandwidths
    kernel = np.exp(-0.5 * (scaled**2).sum(axis=2)).sum(axis=1)
    case["bandwidths"] = bandwidths.tolist()
    case["places"] = places.tolist()
    case["densities"] = (kernel / (n * (2 * np.pi) ** 1.5 * bandwidths.prod())).tolist()
    rows.append(case)
write("clouds", rows)

# Correlations of tables with gaps and ties: of the rows that have both values, and of those that have all.
rows = []
for name, n, gaps in (("few", 6, 0.0), ("ties", 40, 0.15), ("many", 300, 0.3)):
    data = random.normal(0, 1, (n, 4)) @ np.array([[1, 0.5, 0, 0], [0, 1, -0.7, 0], [0, 0, 1, 0.2], [0, 0, 0, 1]])
    data = np.round(data * [1, 20, 0.5, 1000] + [0, 5, -3, 1e6], 0 if name == "ties" else 5)
    data[random.random((n, 4)) < gaps] = np.nan
    whole = ~np.isnan(data).any(axis=1)
    case = {"name": name, "rows": [[None if np.isnan(v) else float(v) for v in row] for row in data], "pairs": []}
    for i in range(4):
        for j in range(i):
            both = ~np.isnan(data[:, i]) & ~np.isnan(data[:, j])
            pair = {"pair": [j, i]}
            for how, kept in (("pairwise", both), ("listwise", whole)):
                a, b = data[kept, j], data[kept, i]
                for kind, test in (("pearson", stats.pearsonr), ("spearman", stats.spearmanr)):
                    found = test(a, b)
                    pair[f"{kind} {how}"] = {"n": int(kept.sum()), "r": float(found[0]), "p": float(found[1])}
            case["pairs"].append(pair)
    rows.append(case)
write("correlations", rows)

# What values are held against: quantiles of distributions, and bounds of ordered values.
places = [1e-6, 0.001, 0.025, 0.25, 0.5, 0.7, 0.975, 0.9999]
known = {"normal": stats.norm, "uniform": stats.uniform, "exponential": stats.expon, "t 3": stats.t(3), "t 30": stats.t(30)}
write(
    "quantilePlots",
    {
        "quantiles": {name: [{"p": p, "at": float(of.ppf(p))} for p in places] for name, of in known.items()},
        "pointwise": [
            {"i": i, "n": n, "level": level, "low": float(stats.beta.ppf((1 - level) / 2, i, n + 1 - i)), "high": float(stats.beta.ppf((1 + level) / 2, i, n + 1 - i))}
            for n in (3, 17, 240, 2000)
            for i in sorted({1, 2, n // 3 + 1, n})
            for level in (0.5, 0.95, 0.99)
        ],
        "simultaneous": [
            {"n": n, "level": level, "distance": float(stats.kstwo.ppf(level, n))} for n in (5, 20, 100, 1000) for level in (0.9, 0.95, 0.99)
        ],
    },
)

# Densities by weights, as halves of violins have them.
rows = []
for n in (3, 12, 200):
    values = np.round(random.gamma(2, 3, n), 4)
    weights = random.integers(1, 5, n)
    repeated = np.repeat(values, weights)
    spread = float(np.subtract(*np.quantile(repeated, [0.75, 0.25]))) / 1.34
    sd = float(repeated.std(ddof=1))
    bandwidth = 0.9 * (min(sd, spread) if spread > 0 else sd) * len(repeated) ** -0.2
    at = np.linspace(values.min(), values.max(), 9)
    kernel = np.exp(-0.5 * ((at[:, None] - repeated[None, :]) / bandwidth) ** 2).sum(axis=1)
    rows.append(
        {
            "values": values.tolist(),
            "counts": weights.tolist(),
            "bandwidth": float(bandwidth),
            "at": at.tolist(),
            "density": (kernel / (len(repeated) * bandwidth * np.sqrt(2 * np.pi))).tolist(),
        }
    )
write("countedDensities", rows)
