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
