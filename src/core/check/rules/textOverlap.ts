import { mendLooks, rule, unmended } from '../rule.js';

export const textOverlap = rule({
  name: 'text-overlap',
  asks: 'No words stand on other words, and neither a legend nor a callout on the data.',
  measures:
    'The boxes of all words against each other, turned as they are; legends and callouts against the outlines of marks.',
  reason: 'Words on words cannot be read, and a legend on the data hides what the figure is for.',
  source: 'good practice',
  severity: 'error',
  limits: {},
  takes: {
    'words-touch': unmended,
    'legend-on-data': () => mendLooks({ 'legend.place': 'right', 'legend.corner': undefined }),
    'callout-covers': unmended,
    'callout-outside': unmended,
    'callout-too-large': unmended,
  },
  examples: {
    ok: [
      {
        says: 'A legend in an empty corner of the panel',
        figure:
          'chart: { kind: scatter, x: water, y: yield, group: season }\nlegend: { place: inside }\naxes: { y: { from: 0, to: 16 } }',
      },
    ],
    bad: [
      {
        says: 'A legend on the points',
        figure:
          'chart: { kind: scatter, x: water, y: yield, group: season }\nlegend: { place: inside, corner: bottom-left }',
      },
    ],
  },
});
