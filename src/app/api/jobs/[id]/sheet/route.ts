import { sheetMarkdown } from '@/core/job';
import { holdOn } from '@/core/work';
import { respond } from '@/app/respond';
import { refuse } from '@/core/result';
import { getRuntime, jobView } from '@/server';

/** The hand-over sheet to keep: `?as=json` or `?as=md`. Held while screws are left and until the result is proved. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(getRuntime(), (await params).id);
  if (!view)
    return respond(refuse('no-job', 'There is no such job on this bench.', 'Look for it on the bench.'));
  const hold = holdOn(view.holds, ['sheet']);
  if (hold) return respond(refuse(`hold-${hold.code}`, `${hold.what}. ${hold.why}`, hold.remedy));
  if (!view.job.proved)
    return respond(refuse('not-proved', 'The result is not proved yet.', 'Finish Prove first.'));
  const markdown = new URL(request.url).searchParams.get('as') === 'md';
  const { locale } = view.frame.settings;
  const body = markdown ? sheetMarkdown(view.sheet, { locale }) : JSON.stringify(view.sheet, null, 2);
  return new Response(body, {
    headers: {
      'content-type': markdown ? 'text/markdown; charset=utf-8' : 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${view.job.id}-sheet.${markdown ? 'md' : 'json'}"`,
    },
  });
}
