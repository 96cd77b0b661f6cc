import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'playwright-core';
import { quiet } from './browser.js';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  id: string;
  nodes: { html: string; failureSummary: string }[];
}

/** What the reader of accessibility rules finds wrong on the page as it is: by all of them, or by those of colours alone. */
export async function violations(page: Page, rules: 'all' | 'of colours' = 'all'): Promise<string[]> {
  // Colours that fade in would be measured half-way.
  await quiet(page);
  await page.evaluate(axe);
  const only = rules === 'all' ? '' : ', runOnly: { type: "rule", values: ["color-contrast", "link-in-text-block"] }';
  const found = (await page.evaluate(`axe.run(document, { resultTypes: ["violations"]${only} })`)) as {
    violations: Violation[];
  };
  return found.violations.flatMap(({ id, nodes }) =>
    nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} ${failureSummary.slice(0, 200)}`),
  );
}
