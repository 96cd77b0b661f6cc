import type { Lack } from '../../data/lack.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { LeftOut } from '../plan.js';

/** How many cases a chart shows, and how many it does not: what every note says. */
export function caseFacts(cases: string, { used, leftOut }: { used: number; leftOut: readonly LeftOut[] }): NoteFact[] {
  const byVariable = new Map<string, number>();
  const total = (is: Lack['is']) => leftOut.reduce((sum, { lack, count }) => sum + (lack.is === is ? count : 0), 0);
  const weightless = leftOut.find(({ lack }) => lack.is === 'weightless');
  for (const { variable, count, lack } of leftOut) {
    if (lack.is === 'weightless' || lack.is === 'beyond') continue;
    byVariable.set(variable.label, (byVariable.get(variable.label) ?? 0) + count);
  }
  const lacking = [...byVariable].map(([label, count]) => ({ label, count }));
  return [
    { is: 'cases', used, cases },
    ...(lacking.length > 0 ? [{ is: 'leftOut', leftOut: lacking, cases } as const] : []),
    ...(weightless
      ? [{ is: 'weightless', count: total('weightless'), cases, by: weightless.variable.label } as const]
      : []),
    ...(total('beyond') > 0 ? [{ is: 'beyond', count: total('beyond'), cases } as const] : []),
  ];
}
