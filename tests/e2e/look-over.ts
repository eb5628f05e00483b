import axe from 'axe-core';
import type { Page } from 'playwright-core';

/** Windows that every screen is looked at in: a laptop, a tablet held upright, a phone, and the laptop at 200 %. */
const windows = {
  laptop: [1280, 800],
  tablet: [820, 1180],
  phone: [390, 844],
  'at 200 %': [640, 400],
} as const;

/** Nothing is written smaller than this, drawings included; nothing that is pressed is smaller than that. */
const [leastTextPx, leastTargetPx] = [11, 24];

/** What runs off sideways, is written too small, is cut off, or is too small to press; in words. */
const looked = (page: Page, leastTarget = leastTargetPx): Promise<string[]> =>
  page.evaluate(
    ([leastText, least]) => {
      const wrong: string[] = [];
      const main = document.querySelector('main');
      // On a phone a table may be pushed aside in its own frame; on anything wider it must be whole.
      const frames = window.innerWidth < 820 ? [] : [...document.querySelectorAll('.overflow-x-auto')];
      const over = Math.max(
        document.documentElement.scrollWidth - window.innerWidth,
        ...[...(main ? [main] : []), ...frames].map((element) => element.scrollWidth - element.clientWidth),
      );
      if (over > 1) wrong.push(`${over} px too wide`);
      const named = (element: Element) =>
        `${element.tagName.toLowerCase()} “${(element.textContent ?? '').trim().slice(0, 24)}”`;
      const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
      for (let node = walker.nextNode(); node; node = walker.nextNode()) {
        const element = node.parentElement;
        if (
          !element ||
          !node.textContent?.trim() ||
          !element.checkVisibility() ||
          element.closest('.sr-only, script, style, [data-print="only"]')
        )
          continue;
        const style = getComputedStyle(element);
        const onScreen = element instanceof SVGGraphicsElement ? element.getScreenCTM() : null;
        const scale = onScreen ? Math.hypot(onScreen.a, onScreen.b) : 1;
        const size = parseFloat(style.fontSize) * scale;
        if (size < leastText - 0.01) wrong.push(`${size.toFixed(1)} px: ${named(element)}`);
        if (
          style.overflowX === 'hidden' &&
          style.textOverflow !== 'ellipsis' &&
          element.scrollWidth > element.clientWidth + 1
        )
          wrong.push(`cut off: ${named(element)}`);
      }
      const inText = (element: Element) =>
        element.closest('p, li, dd, td, label, figcaption, h1, h2, h3') !== null &&
        getComputedStyle(element).display === 'inline';
      for (const element of document.querySelectorAll(
        'a, button, select, input, summary, [role="radio"], [role="slider"]',
      )) {
        const box = element.getBoundingClientRect();
        const target = element.closest('label')?.getBoundingClientRect() ?? box;
        if (
          !element.checkVisibility() ||
          box.width === 0 ||
          element.closest('.sr-only') ||
          element.classList.contains('sr-only') ||
          inText(element) ||
          element.hasAttribute('data-drawn')
        )
          continue;
        if (
          Math.max(box.height, target.height) < least - 0.5 ||
          Math.max(box.width, target.width) < least - 0.5
        )
          wrong.push(`${Math.round(box.width)} x ${Math.round(box.height)} to press: ${named(element)}`);
      }
      return [...new Set(wrong)];
    },
    [leastTextPx, leastTarget] as const,
  );

/** In the dark the page is the same but for its colours: what axe looks at there. */
const ofColours: axe.RunOnly = { type: 'rule', values: ['color-contrast', 'link-in-text-block'] };
const all = ['wcag2a', 'wcag2aa', 'wcag21aa', 'best-practice'];

async function heard(page: Page, runOnly: axe.RunOnly | string[] = all): Promise<string[]> {
  const { violations } = await page.evaluate(
    (only) =>
      (window as unknown as { axe: typeof axe }).axe.run({
        runOnly: only as string[],
        resultTypes: ['violations'],
        preload: false,
      }),
    runOnly,
  );
  // Of best practice, what keeps somebody from their way; the rest is taste.
  return violations
    .filter(
      ({ tags, impact }) => !tags.includes('best-practice') || impact === 'serious' || impact === 'critical',
    )
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .map(({ target }) => target.join(' '))
          .join(', ')
          .slice(0, 160)}`,
    );
}

/** Drawings take the size of their window a frame behind it, and what follows from that one more. */
const drawnAnew = (page: Page) =>
  page.evaluate(async () => {
    for (let n = 0; n < 4; n += 1) await new Promise((resolve) => requestAnimationFrame(resolve));
  });

/** Looks a screen over that is open: in each window by its measures and by axe, once more in the dark but at 200 %, where its colours are the laptop’s. Leaves it at the laptop, light. */
export async function lookOver(page: Page): Promise<string[]> {
  const found: string[] = [];
  await page.evaluate(axe.source);
  for (const [name, [width, height]] of Object.entries(windows)) {
    await page.setViewportSize({ width, height });
    await drawnAnew(page);
    found.push(
      ...[...(await looked(page)).slice(0, 6), ...(await heard(page))].map((words) => `${name}: ${words}`),
    );
  }
  await page.emulateMedia({ colorScheme: 'dark' });
  for (const name of ['phone', 'tablet', 'laptop'] as const) {
    const [width, height] = windows[name];
    await page.setViewportSize({ width, height });
    found.push(...(await heard(page, ofColours)).map((words) => `${name}, dark: ${words}`));
  }
  await page.emulateMedia({ colorScheme: 'light' });
  return found;
}

/** What at a station is smaller than a finger, where it is worked at by touch. */
export const tooSmallForFingers = async (page: Page): Promise<string[]> =>
  (await looked(page, 44)).filter((words) => words.includes('to press') && !words.includes(' a “'));
