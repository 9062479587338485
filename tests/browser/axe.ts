/** Axe on a page of the tests. */
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
type Asked = {
  /** A selector of what is looked at; the whole page where absent. */ within?: string;
  /** The rules that are looked at; all of WCAG 2.2 AA where absent. */ rules?: string[];
};

/** What axe finds, by rule and place. It runs in the page itself: to put its findings together in a new page each time took longer than they. */
export async function axeFinds(page: Page, { within, rules }: Asked = {}): Promise<string[]> {
  // A colour on its way to another one is neither.
  await page.waitForFunction(() =>
    document
      .getAnimations()
      .every((one) => one.playState !== 'running' || one.effect?.getComputedTiming().iterations === Infinity),
  );
  // What is found wrong alone is told; what is right has no places that are written out.
  const builder = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  if (within !== undefined) builder.include(within);
  const { violations } = await (rules ? builder.withRules(rules) : builder.withTags(WCAG)).analyze();
  return violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map((n) => `${n.html.slice(0, 160)} ${n.failureSummary ?? ''}`).join(' | ')}`,
  );
}
