import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { withoutHidden } from '../../src/core/layout/space/hidden.js';
import { type Face, type Line, type Marker, type Piece, paintOrder } from '../../src/core/space/order.js';
import { boxOf } from '../../src/core/space/pieces.js';
import { bestView, namedViews, Projection, type Seen, type SpacePoint, wrapped } from '../../src/core/space/view.js';

type Matrix = readonly (readonly number[])[];
const times = (matrix: Matrix, vector: readonly number[]) =>
  matrix.map((row) => row.reduce((sum, value, i) => sum + value * (vector[i] as number), 0));
const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** The same as two rotations, one about the upright axis and one about the axis across. */
function byMatrices(place: SpacePoint, turn: number, tilt: number, distance?: number): number[] {
  const [a, b] = [radians(turn), radians(tilt)];
  const about: Matrix = [
    [Math.cos(a), -Math.sin(a), 0],
    [Math.sin(a), Math.cos(a), 0],
    [0, 0, 1],
  ];
  const across: Matrix = [
    [1, 0, 0],
    [0, Math.cos(b), -Math.sin(b)],
    [0, Math.sin(b), Math.cos(b)],
  ];
  const [x, away, up] = times(across, times(about, place)) as [number, number, number];
  const factor = distance === undefined ? 1 : distance / (distance + away);
  return [x * factor, -up * factor, distance === undefined ? -away : factor];
}

const share = fc.double({ min: -0.5, max: 0.5, noNaN: true });
const places = fc.tuple(share, share, share);
const views = fc.record({
  turn: fc.double({ min: -360, max: 360, noNaN: true }),
  tilt: fc.double({ min: -90, max: 90, noNaN: true }),
  distance: fc.option(fc.double({ min: 1.5, max: 50, noNaN: true }), { nil: undefined }),
});

describe('a view', () => {
  test('is what two rotations and a division by the distance make of a place', () => {
    fc.assert(
      fc.property(places, views, (place, view) => {
        const seen = new Projection(view).see(place);
        for (const [i, value] of byMatrices(place, view.turn, view.tilt, view.distance).entries()) {
          expect(Math.abs((seen[i] as number) - value)).toBeLessThan(1e-11);
        }
      }),
    );
  });

  test('shows straight lines straight, nearness along them included', () => {
    fc.assert(
      fc.property(places, places, views, (a, b, view) => {
        const projection = new Projection(view);
        const [p, q] = [projection.see(a), projection.see(b)];
        const m = projection.see(a.map((value, i) => (value + (b[i] as number)) / 2) as unknown as SpacePoint);
        const cross = (k: 0 | 1 | 2, l: 0 | 1 | 2) => (q[k] - p[k]) * (m[l] - p[l]) - (q[l] - p[l]) * (m[k] - p[k]);
        for (const [k, l] of [
          [0, 1],
          [0, 2],
          [1, 2],
        ] as const)
          expect(Math.abs(cross(k, l))).toBeLessThan(1e-10);
      }),
    );
  });

  test('faces the eye where its outer side is seen', () => {
    const front = new Projection(namedViews.front);
    expect(front.facing([0, -0.5, 0], [0, -1, 0])).toBe(1);
    expect(front.facing([0.5, 0, 0], [1, 0, 0])).toBe(0);
    expect(new Projection({ ...namedViews.front, distance: 2 }).facing([0.5, 0, 0], [1, 0, 0])).toBeLessThan(0);
    expect(new Projection(namedViews.above).see([0.2, 0.3, 0.4])).toEqual([0.2, -0.3, 0.4]);
    expect([wrapped(-35), wrapped(725)]).toEqual([325, 5]);
  });

  test('is best where the cases are not behind each other, whatever their order', () => {
    // Columns of cases in the direction from which the usual view looks: they hide each other there.
    const usual = new Projection(namedViews.corner);
    const toEye = [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ].map((axis) => usual.see(axis as unknown as SpacePoint)[2]);
    const cloud = Array.from({ length: 300 }, (_, i) => {
      const along = ((i % 30) - 15) / 60;
      return [0, 1, 2].map((k) => ((Math.floor(i / 30) * (k + 3)) % 10) / 30 - 0.15 + along * (toEye[k] as number));
    });
    const columns = (rows: number[][]) => [0, 1, 2].map((k) => Float64Array.from(rows, (row) => row[k] as number));
    const found = bestView(columns(cloud));
    expect(found).toEqual(bestView(columns([...cloud].reverse())));
    const spots = (view: Projection) =>
      new Set(
        cloud.map((row) =>
          view
            .see(row as unknown as SpacePoint)
            .slice(0, 2)
            .map((v) => Math.round(v * 60))
            .join(),
        ),
      ).size;
    expect(spots(new Projection(found))).toBeGreaterThan(3 * spots(usual));
    for (const axis of [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ] as const) {
      expect(Math.hypot(...new Projection(found).see(axis).slice(0, 2))).toBeGreaterThanOrEqual(0.3);
    }
    expect(bestView([new Float64Array(1), new Float64Array(1), new Float64Array(1)])).toMatchObject(namedViews.corner);
  });
});

/** A scene of random pieces. */
function sceneOf(seed: number, counts: { markers: number; lines: number; faces: number }): Piece[] {
  let state = seed >>> 0;
  const random = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
  const place = (): Seen => [random() * 200, random() * 200, random() * 100];
  const pieces: Piece[] = [];
  const common = (rank: number) => ({ id: pieces.length, rank, group: `${rank} ${pieces.length % 3}` });
  for (let i = 0; i < counts.faces; i += 1) {
    const [x, y, near] = place();
    const points = [0, 1, 2].map(
      (): Seen => [x + random() * 80 - 40, y + random() * 80 - 40, near + random() * 60 - 30],
    );
    pieces.push({ is: 'face', ...common(0), points, box: boxOf(points, 0) });
  }
  for (let i = 0; i < counts.lines; i += 1) {
    const [a, b] = [place(), place()];
    pieces.push({ is: 'line', ...common(1), a, b, half: 0.3, box: boxOf([a, b], 0.3) });
  }
  for (let i = 0; i < counts.markers; i += 1) {
    const at = place();
    pieces.push({ is: 'marker', ...common(2), at, radius: 4, box: boxOf([at], 4) });
  }
  return pieces;
}

/** How near a flat surface is at a place of the page, by its first corners that are no line. */
function planeAt({ points }: Face, x: number, y: number): number | undefined {
  const [p, q] = points as [Seen, Seen];
  for (const r of points.slice(2)) {
    const [u, v] = [q.map((value, i) => value - (p[i] as number)), r.map((value, i) => value - (p[i] as number))] as [
      number[],
      number[],
    ];
    const at = (a: number, b: number) => (u[a] as number) * (v[b] as number) - (u[b] as number) * (v[a] as number);
    if (Math.abs(at(0, 1)) > 1e-6) return p[2] - (at(1, 2) * (x - p[0]) + at(2, 0) * (y - p[1])) / at(0, 1);
  }
  return undefined;
}

/** How near the ink of a piece is at a place of the page; none where it has none there. */
function nearAt(piece: Piece, x: number, y: number): number | undefined {
  if (piece.is === 'marker')
    return Math.hypot(piece.at[0] - x, piece.at[1] - y) < piece.radius ? piece.at[2] : undefined;
  if (piece.is === 'line') {
    const { a, b } = piece;
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const t = ((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy);
    if (t < 0 || t > 1 || Math.hypot(a[0] + t * dx - x, a[1] + t * dy - y) > 1e-6) return undefined;
    return a[2] + t * (b[2] - a[2]);
  }
  const turns = piece.points.map((p, i) => {
    const q = piece.points[(i + 1) % piece.points.length] as Seen;
    return Math.sign((q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]));
  });
  return turns.every((turn) => turn === turns[0]) ? planeAt(piece, x, y) : undefined;
}

/** Where lines cross on the page. */
function crossings(lines: readonly Line[]): [number, number][] {
  return lines.flatMap((one, i) =>
    lines.slice(i + 1).flatMap((two): [number, number][] => {
      const [ax, ay, bx, by] = [one.b[0] - one.a[0], one.b[1] - one.a[1], two.b[0] - two.a[0], two.b[1] - two.a[1]];
      const [cx, cy, turn] = [two.a[0] - one.a[0], two.a[1] - one.a[1], ax * by - ay * bx];
      const [t, u] = [(cx * by - cy * bx) / turn, (cx * ay - cy * ax) / turn];
      return t > 0 && t < 1 && u > 0 && u < 1 ? [[one.a[0] + t * ax, one.a[1] + t * ay]] : [];
    }),
  );
}

/** Pairs drawn in the wrong order at some places, by brute force. A marker stands where its middle stands. */
function wrongPairs(scene: readonly Piece[], drawn: readonly Piece[]): { wrong: number; tested: number } {
  const lines = scene.filter((piece): piece is Line => piece.is === 'line');
  const along = drawn.flatMap((piece): [number, number][] =>
    piece.is === 'line'
      ? [0.1, 0.3, 0.5, 0.7, 0.9].map((t) => [
          piece.a[0] + t * (piece.b[0] - piece.a[0]),
          piece.a[1] + t * (piece.b[1] - piece.a[1]),
        ])
      : [],
  );
  const grid = Array.from({ length: 900 }, (_, i): [number, number] => [
    (i % 30) * 6.7 + 1.3,
    Math.floor(i / 30) * 6.7 + 2.1,
  ]);
  let [wrong, tested] = [0, 0];
  for (const [x, y] of [...crossings(lines), ...along, ...grid]) {
    const here = drawn.flatMap((piece) => {
      const near = nearAt(piece, x, y);
      return near === undefined ? [] : [{ piece, near }];
    });
    for (const [i, first] of here.entries()) {
      for (const second of here.slice(i + 1)) {
        const [behind, before] = [first.piece, second.piece];
        const level = (own: Piece, other: Piece, near: number) =>
          own.is === 'face' && other.is === 'marker' ? (planeAt(own, other.at[0], other.at[1]) ?? near) : near;
        tested += 1;
        if (level(behind, before, first.near) > level(before, behind, second.near) + 1e-3) wrong += 1;
      }
    }
  }
  return { wrong, tested };
}

describe('the order of a scene', () => {
  test.each([
    [{ markers: 60, lines: 0, faces: 0 }],
    [{ markers: 0, lines: 90, faces: 0 }],
    [{ markers: 0, lines: 0, faces: 40 }],
    [{ markers: 40, lines: 40, faces: 0 }],
    [{ markers: 0, lines: 40, faces: 30 }],
  ])('of %j draws nothing over what hides it', (counts) => {
    let tested = 0;
    for (let seed = 1; seed <= 12; seed += 1) {
      const scene = sceneOf(seed, counts);
      const found = wrongPairs(scene, paintOrder(scene));
      expect([seed, found.wrong]).toEqual([seed, 0]);
      tested += found.tested;
    }
    expect(tested).toBeGreaterThan(20);
  });

  test('of all together has a marker on the wrong side of a surface at most where the surface runs through it', () => {
    let [wrong, tested] = [0, 0];
    for (let seed = 1; seed <= 12; seed += 1) {
      const scene = sceneOf(seed, { markers: 60, lines: 40, faces: 30 });
      const found = wrongPairs(scene, paintOrder(scene));
      wrong += found.wrong;
      tested += found.tested;
    }
    expect(wrong / tested).toBeLessThan(0.002);
  });

  test('keeps all ink: parts of a piece are the whole of it', () => {
    for (let seed = 1; seed <= 12; seed += 1) {
      const scene = sceneOf(seed, { markers: 10, lines: 30, faces: 30 });
      const drawn = paintOrder(scene);
      const size = (piece: Piece) => {
        if (piece.is === 'marker') return 1;
        if (piece.is === 'line') return Math.hypot(piece.a[0] - piece.b[0], piece.a[1] - piece.b[1]);
        return (
          Math.abs(
            piece.points.reduce((sum, p, i) => {
              const q = piece.points[(i + 1) % piece.points.length] as Seen;
              return sum + p[0] * q[1] - q[0] * p[1];
            }, 0),
          ) / 2
        );
      };
      for (const piece of scene) {
        const parts = drawn.filter(({ id }) => id === piece.id).reduce((sum, part) => sum + size(part), 0);
        expect(Math.abs(parts / size(piece) - 1)).toBeLessThan(1e-3);
      }
    }
  });

  test('is the same for ties, which go by rank and number, whatever the order in which pieces come', () => {
    const at = (id: number, x: number): Marker => ({
      is: 'marker',
      id,
      rank: 2,
      group: 'm',
      at: [x, 0, 5],
      radius: 3,
      box: [x - 3, -3, x + 3, 3],
    });
    const markers = [at(1, 0), at(2, 1), at(3, 2)];
    expect(paintOrder([...markers].reverse()).map(({ id }) => id)).toEqual([1, 2, 3]);
    const line: Line = {
      is: 'line',
      id: 4,
      rank: 1,
      group: 'l',
      a: [-9, 0, 5],
      b: [9, 0, 5],
      half: 0.3,
      box: [-9, -0.3, 9, 0.3],
    };
    for (const scene of [
      [...markers, line],
      [line, ...markers],
    ]) {
      const order = paintOrder(scene);
      expect(order.findIndex(({ id }) => id === 4)).toBe(0);
    }
  });

  test('has a line under the marker that it belongs to, though its other end is nearer', () => {
    const marker: Marker = { is: 'marker', id: 1, rank: 2, group: 'm', at: [0, 0, 0], radius: 3, box: [-3, -3, 3, 3] };
    const line: Line = {
      is: 'line',
      id: 2,
      rank: 0,
      group: 'd',
      a: [0, 0, 0],
      b: [0, 20, 9],
      half: 0.2,
      owner: 1,
      box: [-0.2, 0, 0.2, 20],
    };
    expect(paintOrder([marker, line]).map(({ id }) => id)).toEqual([2, 1]);
    expect(paintOrder([marker, { ...line, owner: undefined }]).at(-1)?.id).toBe(2);
  });

  test('has a marker stand to the lines of a surface as to the surface', () => {
    const points: Seen[] = [
      [0, 0, 0],
      [20, 0, 20],
      [0, 20, 0],
    ];
    const face: Face = { is: 'face', id: 1, rank: 0, group: 's', points, box: boxOf(points, 0) };
    const [a, b]: [Seen, Seen] = [
      [7, 0, 7],
      [7, 13, 7],
    ];
    const line: Line = { is: 'line', id: 2, rank: 1, group: 'l', a, b, half: 0.3, over: 's', box: boxOf([a, b], 0.3) };
    // The surface rises to the right: it hides the middle of the marker, and runs below its left edge.
    const marker = (near: number): Marker => ({
      is: 'marker',
      id: 3,
      rank: 2,
      group: 'm',
      at: [10, 5, near],
      radius: 4,
    });
    expect(paintOrder([face, line, marker(9)]).map(({ id }) => id)).toEqual([3, 1, 2]);
    expect(paintOrder([face, line, marker(11)]).map(({ id }) => id)).toEqual([1, 2, 3]);
  });

  test('of a crowd beyond all measure comes to an end, with every line in it whole', () => {
    // All lie along one another in one narrow strip, as in a box that is a needle.
    const scene = sceneOf(5, { markers: 0, lines: 450, faces: 0 }).map((piece) => {
      const line = piece as Line;
      const flat = ([x, y, near]: Seen): Seen => [x, y / 400, near];
      const [a, b] = [flat(line.a), flat(line.b)];
      return { ...line, a, b, box: boxOf([a, b], line.half) };
    });
    const order = paintOrder(scene);
    expect(order.length).toBeLessThan(8000 + 9 * scene.length);
    const drawn = new Map<number, number>();
    for (const { id, a, b } of order) drawn.set(id, (drawn.get(id) ?? 0) + Math.hypot(b[0] - a[0], b[1] - a[1]));
    for (const { id, a, b } of scene) expect(drawn.get(id)).toBeCloseTo(Math.hypot(b[0] - a[0], b[1] - a[1]), 6);
  });

  test('ends where three lines or faces hide each other in a circle', () => {
    const bar = (id: number, a: Seen, b: Seen): Line => ({
      is: 'line',
      id,
      rank: 1,
      group: 'l',
      a,
      b,
      half: 0.5,
      box: boxOf([a, b], 0.5),
    });
    const lines = [
      bar(1, [0, 0, 0], [100, 10, 10]),
      bar(2, [90, 0, 0], [40, 90, 10]),
      bar(3, [50, 90, 0], [5, -5, 10]),
    ];
    expect(wrongPairs(lines, paintOrder(lines)).wrong).toBe(0);
    const plank = (id: number, points: Seen[]): Face => ({
      is: 'face',
      id,
      rank: 0,
      group: `${id}`,
      points,
      box: boxOf(points, 0),
    });
    const faces = lines.map(({ id, a, b }) => {
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
      const k = 6 / Math.hypot(dx, dy);
      return plank(id, [
        [a[0] - dy * k, a[1] + dx * k, a[2]],
        [b[0] - dy * k, b[1] + dx * k, b[2]],
        [b[0] + dy * k, b[1] - dx * k, b[2]],
        [a[0] + dy * k, a[1] - dx * k, a[2]],
      ]);
    });
    expect(wrongPairs(faces, paintOrder(faces)).wrong).toBe(0);
  });
});

test('markers are left out only where nearer ones cover all of their ink', () => {
  let left = 0;
  const seen: { seed: number; i: number; k: number }[] = [];
  for (let seed = 1; seed <= 6; seed += 1) {
    const radii = [2, 3, 5, 9];
    const discs = (sceneOf(seed, { markers: 900, lines: 0, faces: 0 }) as Marker[]).map((marker, i): Marker => {
      const [x, y, near] = marker.at;
      return { ...marker, at: [x / 2, y / 2, near], radius: radii[i % radii.length] as number };
    });
    const order = paintOrder(discs) as Marker[];
    const kept = new Set(withoutHidden(order));
    for (const [i, { at, radius }] of order.entries()) {
      if (kept.has(order[i] as Marker)) continue;
      left += 1;
      for (let k = 0; k < 40; k += 1) {
        const [away, turn] = [radius * Math.sqrt((k + 0.5) / 40), k * 2.4];
        const [x, y] = [at[0] + away * Math.cos(turn), at[1] + away * Math.sin(turn)];
        const covers = order.some(
          (own, at) => at > i && (own.at[0] - x) ** 2 + (own.at[1] - y) ** 2 <= own.radius ** 2,
        );
        if (!covers) seen.push({ seed, i, k });
      }
    }
    // What is kept stands in the same order; the nearest is always seen.
    expect([...kept]).toEqual(order.filter((marker) => kept.has(marker)));
    expect(kept.has(order.at(-1) as Marker)).toBe(true);
  }
  expect(left).toBeGreaterThan(500);
  expect(seen).toEqual([]);
});
