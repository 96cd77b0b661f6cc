import { functionNames, readExpression } from '../../expression/expression.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import type { ChartInput } from '../chartInput.js';
import type { CurveLong, CurveSettings } from './curveSettings.js';

/** Works the limits out that are written as expressions of parameters, pi and e. */
export function completeCurve(given: ChartInput<CurveSettings>): Outcome<ChartInput<CurveLong>> {
  const { settings, locate } = given;
  const { parameters = {} } = settings;
  const problems: Problem[] = [];
  const read = (value: number | string, path: string): number => {
    if (typeof value === 'number') return value;
    const found = readExpression(value, Object.keys(parameters));
    const worked = typeof found === 'function' ? found(parameters) : Number.NaN;
    if (typeof found === 'function' && Number.isFinite(worked)) return worked;
    const fault = typeof found === 'function' ? { fault: 'it is no number' } : found;
    problems.push(error('expression-wrong', { path, text: value, functions: functionNames, ...fault }, locate(path)));
    return Number.NaN;
  };
  const { from, to, step, ...titled } = settings.x;
  const x: CurveLong['x'] = {
    ...titled,
    from: read(from, 'chart.x.from'),
    to: read(to, 'chart.x.to'),
    ...(step === undefined ? {} : { step: read(step, 'chart.x.step'), isOfPi: /\bpi\b/.test(String(step)) }),
  };
  const functions = settings.functions.map(({ from: low, to: high, markers, ...own }, i) => ({
    ...own,
    ...(markers && {
      markers: markers.map((marker, k) =>
        typeof marker === 'number'
          ? { x: marker }
          : { ...marker, x: read(marker.x, `chart.functions.${i}.markers.${k}.x`) },
      ),
    }),
    ...(low === undefined ? {} : { from: read(low, `chart.functions.${i}.from`) }),
    ...(high === undefined ? {} : { to: read(high, `chart.functions.${i}.to`) }),
  }));
  return problems.length > 0 ? fail(problems) : succeed({ ...given, settings: { ...settings, x, functions } });
}
