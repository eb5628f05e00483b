import type { Page } from 'playwright-core';
import { type App, act, call, stepBySpace, until, view, visit } from './app';
import { type } from './keyboard';

/** What a hold asks for, said as a person would say it on the screen that shows it. */
const answers: Record<string, (app: App, id: string) => Promise<string>> = {
  card: (app, id) => act(app, id, { kind: 'observe', fact: 'card.inserted', value: false }),
  charge: (app, id) => act(app, id, { kind: 'charge', percent: 15 }),
  'second-copy': (app, id) => act(app, id, { kind: 'observe', fact: 'second-copy.made', value: true }),
  final: async (app, id) => {
    const { value } = await call(app, `/api/jobs/${id}`);
    const hold = (value as { holds: { code: string; of?: string }[] }).holds.find(
      ({ code }) => code === 'final',
    );
    return act(app, id, { kind: 'agree', caseChangeId: hold?.of ?? '', agrees: true });
  },
};

type Now = Omit<Awaited<ReturnType<typeof view>>, 'steps'> & {
  steps: { id: string; station: string; afterFork: boolean }[];
  nextHold: { code: string } | null;
  job: { revisionId: string | null; handedOver: unknown };
};
const nowOf = async (app: App, id: string) => (await view(app, id)) as Now;

/** From where a job stands to its hand-over, in the browser, by Space and Enter: whatever the station's main act is. Answers with the stations it came by. */
export async function walk(app: App, page: Page, id: string): Promise<string[]> {
  const now = () => nowOf(app, id);
  const main = page.locator('button[data-kind=main]:enabled');
  const seenSoFar = new Set<string>();
  let known: Now | null = null;
  for (let tries = 0; tries < 300; tries += 1) {
    const { current, nextHold, nextStepId, steps, job, version }: Now = known ?? (await now());
    known = null;
    if (job.handedOver) return [...seenSoFar];
    seenSoFar.add(current);
    if (!page.url().endsWith(`/jobs/${id}/${current}`)) await visit(page, `/jobs/${id}/${current}`);
    const step = steps.find(({ id: stepId, station }) => stepId === nextStepId && station === current);
    const isHands = step !== undefined;
    if (isHands && nextHold) {
      const answer = answers[nextHold.code];
      if (!answer) throw new Error(`held by ${nextHold.code}`);
      expect(await answer(app, id)).toBe('ok');
      continue;
    }
    if (isHands) {
      const board = page.getByText('Which board lies before you?');
      if (step?.afterFork && job.revisionId === null) {
        // Told by its marks, where the list forks.
        await board.waitFor();
        await page.getByRole('radio').first().click();
        await until(now, (after) => after.job.revisionId !== null);
      }
      await page.getByRole('button', { name: 'Done, next step' }).and(page.locator(':enabled')).waitFor();
      known = (await stepBySpace(app, id, page)) as Now;
      continue;
    }
    const dialog = page.getByText('Which drive is overwritten?');
    const agrees = page.getByRole('button', { name: 'The owner agrees' });
    await main.first().or(dialog).first().waitFor({ timeout: 120_000 });
    // What cannot be undone is no Enter’s matter.
    if (await agrees.isVisible()) await agrees.click();
    else {
      if (await dialog.isVisible())
        await type(page, 'Bench label of the new drive', job.dock!.new.benchLabel);
      await page.keyboard.press('Enter');
    }
    // Something came of it: the job moved on, the page went on, or it asks for the label.
    await until(
      async () => [(await view(app, id)).version, page.url(), await dialog.isVisible()] as const,
      ([after, url, asks]) => after !== version || !url.endsWith(current) || asks,
      60_000,
    );
    await until(
      () => view(app, id),
      ({ copy }) => copy.kind !== 'running',
    );
  }
  throw new Error(`${id} is still at ${(await now()).current}`);
}
