import axe from 'axe-core';

/**
 * What the accessibility checker finds in a page as it stands.
 * @param {import('playwright-core').Page} page without frames: each would have to be asked by itself
 * @param {{ only?: string[] }} [rules] all of them where none are said
 * @returns {Promise<string[]>} the rule and the first of what breaks it, once for each element
 */
export async function violations(page, { only } = {}) {
  // A page keeps its checker until another one is loaded.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(async (only) => {
    // What passes is not told: finding a name for each of its elements takes as long again as the check.
    const found = await window.axe.run({ resultTypes: ['violations'], ...(only ? { runOnly: only } : {}) });
    return found.violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.html.slice(0, 120)}`));
  }, only);
}
