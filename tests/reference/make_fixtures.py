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
