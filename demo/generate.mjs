/**
 * Makes the data of Lanternfield, a community garden that does not exist: 240 plots with the warts of real data.
 * Seeded: every run gives the same file.
 *
 *   node demo/generate.mjs
 */
import { writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** A small generator of random numbers (mulberry32), so that the data do not depend on the engine. */
function generator(seed) {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const random = generator(20260412);
const normal = (mean, sd) => mean + sd * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
const pick = (weights) => {
  let left = random() * weights.reduce((a, b) => a + b, 0);
  return weights.findIndex((weight) => {
    left -= weight;
    return left < 0;
  });
};
const within = (low, high, value) => Math.min(high, Math.max(low, value));

const bedYield = [2.1, 2.9, 3.6, 3.2];
const seasons = ['spring', 'summer', 'autumn'];
const seasonYield = [0, 0.9, -0.4];

const rows = [];
for (let plot = 1; plot <= 240; plot += 1) {
  const bed = pick([28, 31, 25, 16]);
  const season = pick([38, 34, 28]);
  const experience = pick([30, 36, 22, 12]);
  const water = within(5, 95, normal(38 + 6 * bed - 4 * experience, 12));
  const ph = within(4.6, 8.2, normal(6.4 + 0.12 * bed, 0.45));
  const mean = bedYield[bed] + seasonYield[season] + 0.18 * experience + 0.008 * (water - 40);
  const harvest = within(0.2, 12, normal(mean, 0.75 + 0.1 * bed));
  const area = 4 + 2 * pick([3, 4, 2]);
  const satisfaction = within(1, 7, Math.round(normal(2.6 + 0.7 * harvest, 1)));
  const lost = within(0, 0.9, normal(0.24 - 0.03 * bed, 0.09));
  rows.push({
    plot: `L${String(plot).padStart(3, '0')}`,
    bed: bed + 1,
    season: seasons[season],
    yield: harvest.toFixed(1),
    water: water.toFixed(0),
    ph: ph.toFixed(1),
    experience: experience + 1,
    satisfaction,
    lost: lost.toFixed(2),
    area,
    total: (harvest * area).toFixed(1),
  });
}

// The warts: two outliers, codes for missing values, empty cells, a season that nobody wrote down.
Object.assign(rows[57], { yield: '9.8', total: (9.8 * rows[57].area).toFixed(1) });
Object.assign(rows[171], { yield: '8.9', total: (8.9 * rows[171].area).toFixed(1) });
for (const i of [11, 48, 90, 133, 207]) Object.assign(rows[i], { yield: -9, total: '' });
for (const i of [26, 164]) Object.assign(rows[i], { yield: '', total: '' });
for (const i of [70, 118, 199]) rows[i].bed = 9;
for (const i of [33, 151]) rows[i].season = '';
for (const i of [15, 82, 140, 222]) rows[i].satisfaction = 9;

const folder = join(dirname(fileURLToPath(import.meta.url)), 'data');

function save(name, table) {
  const columns = Object.keys(table[0]);
  const lines = [columns, ...table.map((row) => columns.map((column) => row[column]))].map((cells) => cells.join(','));
  writeFileSync(join(folder, name), `${lines.join('\n')}\n`);
}

save('plots.csv', rows);

// The harvest of each week from April to October, by crop: long, with two weeks in which nobody weighed the beans.
const day = (from, days) => new Date(Date.UTC(2026, 3, 6) + (from * 7 + days) * 86400000).toISOString().slice(0, 10);
const crops = [
  { crop: 'kale', peak: 8, width: 9, height: 46 },
  { crop: 'beans', peak: 16, width: 5, height: 62 },
  { crop: 'squash', peak: 23, width: 5, height: 88 },
  { crop: 'leek', peak: 28, width: 7, height: 40 },
];
const weeks = crops.flatMap(({ crop, peak, width, height }) =>
  Array.from({ length: 30 }, (_, week) => {
    const kilos = height * Math.exp(-(((week - peak) / width) ** 2)) * (1 + 0.12 * normal(0, 1));
    return { week: day(week, 0), crop, harvest: Math.max(0, kilos).toFixed(1) };
  }),
);
for (const row of weeks) if (row.crop === 'beans' && [day(14, 0), day(15, 0)].includes(row.week)) row.harvest = '';
save('harvest.csv', weeks);

// What each crop brought last year and this year: wide, with a column of differences that is no year.
const years = [
  ['Kale', 812, 905],
  ['Beans', 640, 718],
  ['Squash', 955, 1021],
  ['Leek', 420, 388],
  ['Chard', 301, 417],
  ['Beetroot', 512, 498],
  ['Onions', 468, 561],
  ['Tomatoes', 1130, 884],
  ['Peas', 219, 246],
  ['Carrots', 534, 553],
];
save(
  'crops.csv',
  years.map(([crop, last, now]) => ({
    crop: crop.toLowerCase(),
    last_year: last,
    this_year: now,
    difference: now - last,
  })),
);

// Soil moisture and temperature of every day, from the sensor at the gate, with a week in which it was out of order.
let moisture = 31;
const days = Array.from({ length: 210 }, (_, i) => {
  const temperature = 8 + 13 * Math.sin((Math.PI * (i + 10)) / 225) + normal(0, 1.8);
  const rain = random() < 0.16 ? Math.max(0, normal(5, 2)) : 0;
  moisture += rain - (moisture - 6) * (0.008 + 0.0016 * temperature);
  const broken = i >= 98 && i < 105;
  return { day: day(0, i), moisture: broken ? '' : moisture.toFixed(1), temperature: temperature.toFixed(1) };
});
save('sensor.csv', days);

// What the gardeners say: six statements on one scale of five answers, and whether they stay. Some left one out.
const statements = { water: 3.9, tools: 3.4, paths: 2.3, seeds: 4.3, meetings: 2.7, neighbours: 4.0 };
const answersOf = (mean, mood) => within(1, 5, Math.round(normal(mean + mood, 0.9)));
save(
  'survey.csv',
  Array.from({ length: 118 }, (_, i) => {
    const mood = normal(0, 0.6);
    const given = Object.entries(statements).map(([name, mean]) => [name, random() < 0.03 ? 9 : answersOf(mean, mood)]);
    return {
      gardener: `G${String(i + 1).padStart(3, '0')}`,
      quarter: ['north', 'gate', 'south'][pick([4, 3, 4])],
      ...Object.fromEntries(given),
      stays: ['yes', 'no', 'undecided'][pick(mood > 0 ? [8, 1, 2] : [4, 3, 3])],
    };
  }),
);

// What six trials of mulch in the garden found of slugs and mildew: ratios of risks with their intervals, and a total of each.
const trial = (name, outcome, plots, ratio, low, high, weight) => ({
  trial: name,
  outcome,
  plots,
  ratio,
  low,
  high,
  weight,
});
save('trials.csv', [
  trial('North rows 2023', 'slugs', 48, '0.82', '0.55', '1.22', '11.2'),
  trial('By the gate 2024', 'slugs', 60, '0.61', '0.38', '0.97', '8.4'),
  trial('South rows 2025', 'slugs', 25, '1.10', '0.45', '2.70', '2.2'),
  trial('All trials', 'slugs', 133, '0.75', '0.56', '1.00', ''),
  trial('North rows 2024', 'mildew', 48, '0.70', '0.52', '0.95', '19.8'),
  trial('Old orchard 2024', 'mildew', 90, '0.92', '0.75', '1.13', '42.9'),
  trial('At the brook 2025', 'mildew', 12, '0.35', '0.08', '1.55', '0.8'),
  trial('All three', 'mildew', 150, '0.84', '0.71', '0.99', ''),
]);
