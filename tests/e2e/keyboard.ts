import type { Page } from 'playwright-core';

const focusedName = (page: Page) =>
  page.evaluate(() => {
    const element = document.activeElement as HTMLInputElement | null;
    if (!element) return { name: '', legend: '', type: '' };
    const label =
      element.labels?.[0]?.textContent ??
      element.getAttribute('aria-label') ??
      (/^(A|BUTTON|SUMMARY)$/u.test(element.tagName) ? element.textContent : '') ??
      '';
    return {
      name: label.trim(),
      legend: element.closest('fieldset')?.querySelector('legend')?.textContent ?? '',
      type: element.type ?? element.tagName,
    };
  });

/** Presses Tab until something of this name has the focus. */
export async function tabTo(page: Page, name: string): Promise<void> {
  for (let i = 0; i < 90; i += 1) {
    await page.keyboard.press('Tab');
    const now = await focusedName(page);
    if (now.name.startsWith(name) || now.legend.startsWith(name)) return;
  }
  throw new Error(`Tab never reaches “${name}”`);
}

/** Goes to a field and types. */
export async function type(page: Page, label: string, text: string): Promise<void> {
  await tabTo(page, label);
  await page.keyboard.press('Control+A');
  await page.keyboard.type(text);
}

/** Goes to a group of radio buttons and turns to the wanted one with the arrow keys. */
export async function choose(page: Page, legend: string, option: string): Promise<void> {
  await tabTo(page, legend);
  for (let i = 0; i < 60; i += 1) {
    const { name } = await focusedName(page);
    // “No” is not “Not known”.
    if (name === option || (name.startsWith(option) && !/[a-z]/u.test(name[option.length]!))) {
      await page.keyboard.press('Space');
      return;
    }
    await page.keyboard.press('ArrowDown');
  }
  throw new Error(`“${legend}” has no “${option}”`);
}
