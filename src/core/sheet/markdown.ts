import { type ShowOptions, showBytes, showEstimate, showLeft, showLimit, showMoney } from '../units';
import { proofSentences } from '../copy';
import { howKnown, knownWords, waysOfKnowing } from './how-known';
import {
  beforeWords,
  habitNote,
  kindsWords,
  lossWords,
  marginOptions,
  partitionBefore,
  practiceNote,
  thingsWords,
} from './sheet';
import { type Sheet } from './sheet-schema';

const verdictWords = { clear: 'clear', tight: 'tight', over: 'over', unknown: 'not known' } as const;

/** Text from people must not become table cells, headings or links of the document. */
export const escapeMarkdown = (text: string) =>
  text.replace(/[\\`*_{}[\]<>#|!]/gu, (mark) => `\\${mark}`).replace(/\s+/gu, ' ');

/** The sheet as Markdown (CommonMark with pipe tables). */
export function sheetMarkdown(sheet: Sheet, options: ShowOptions & { locale: string }): string {
  const e = escapeMarkdown;
  const size = (bytes: number) => showBytes(bytes, { locale: options.locale });
  const lines = [
    `# ${e(sheet.device)}: storage upgrade ${sheet.job}${sheet.number ? `, sheet ${sheet.number}` : ''}`,
    '',
    ...(sheet.practice ? [`**${practiceNote}**`, ''] : []),
    ...(sheet.wentBack === null
      ? []
      : [`**Not upgraded: the old drive is in it again.** ${e(sheet.wentBack)}`, '']),
    `For ${e(sheet.owner)}${sheet.place ? `, ${e(sheet.place)}` : ''}. Serial number ${e(sheet.serial || 'not given')}. ${sheet.madeAt.slice(0, 10)}.`,
    '',
    `Before: ${e(sheet.before.drive)}, ${beforeWords(sheet, size)}. After: ${e(sheet.after.drive)}, ${size(sheet.after.bytes)}, bench label ${e(sheet.after.benchLabel)}, serial number ${e(sheet.after.serial)}.`,
    '',
    ...waysOfKnowing.flatMap((how) => {
      const lines = sheet.margins.filter(({ margin }) => howKnown(margin) === how);
      if (lines.length === 0) return [];
      const { title, hint } = knownWords[how];
      return [
        `## ${title}`,
        '',
        `_${hint}_`,
        '',
        '| Check | Value | Limit | Left | Verdict |',
        '| --- | --- | --- | --- | --- |',
        ...lines.map(
          ({ station, margin }) =>
            `| ${e(margin.what)} | ${showEstimate(margin.value, margin.unit, marginOptions(sheet, station, options))} | ${showLimit(margin.limit, margin.unit, marginOptions(sheet, station, options))} | ${showLeft(margin, marginOptions(sheet, station, options))} | ${verdictWords[margin.verdict]} |`,
        ),
        '',
      ];
    }),
    ...(habitNote(sheet) ? [habitNote(sheet), ''] : []),
    '## Partitions',
    '',
    '| Partition | Before | After |',
    '| --- | --- | --- |',
    ...sheet.partitions.map(
      (p) => `| ${e(p.name)} | ${partitionBefore(p, size)} | ${size(p.afterBytes)} (${p.change}) |`,
    ),
    '',
  ];
  if (sheet.copy) {
    lines.push(
      '## Copy',
      '',
      ...proofSentences(sheet.copy, size).map(e),
      ...(sheet.copy.blocks > 0 ? [`SHA-256 over all block digests: \`${sheet.copy.sha256}\`.`] : []),
      '',
    );
  }
  lines.push(
    '## Parts and work',
    '',
    ...sheet.parts.map((part) => `- ${e(part.what)}: ${showMoney(part.price, options.locale)}`),
    ...sheet.totals.map((total) => `- Parts in all: ${showMoney(total, options.locale)}`),
    ...(sheet.price
      ? [
          `- ${sheet.price.kind === 'final' ? 'To pay' : 'As quoted'}, with work and tax (${e(sheet.price.number ?? 'no number')}): ${showMoney(sheet.price.total, options.locale)}`,
        ]
      : []),
    ...sheet.work.map(
      (w) =>
        `- ${e(w.by)}: ${w.acts} steps, ${w.minutes.toFixed(0)} min of handwork as usual for this device`,
    ),
    `- Screws: ${sheet.screws.total - sheet.screws.inBowl} of ${sheet.screws.total} back in place`,
    `- ${e(sheet.oldDrive)}`,
    '',
  );
  if (sheet.notes.length > 0) {
    lines.push(
      '## Notes',
      '',
      ...sheet.notes.map(
        (note) => `- ${note.at.slice(0, 16).replace('T', ' ')} ${e(note.by)}: ${e(note.text)}`,
      ),
      '',
    );
  }
  const list = (title: string, items: string[]) => {
    if (items.length > 0) lines.push(`## ${title}`, '', ...items.map((item) => `- ${e(item)}`), '');
  };
  list(
    'What did not come across',
    sheet.losses.map(({ what, fate }) => `${what}: ${lossWords(fate)}`),
  );
  list(
    'Changed for good',
    sheet.forGood.map(
      ({ what, why, agreed }) =>
        `${what}. ${why} ${agreed ? 'The owner had agreed.' : 'Nobody noted that the owner agreed.'}`,
    ),
  );
  list('Where things go', [...thingsWords(sheet, size), ...kindsWords(sheet)]);
  list(
    'Looked after',
    sheet.care.map(({ what, how, due }) => `${due}: ${what}. ${how}`),
  );
  list('In the first days', [...sheet.firstDays, ...(sheet.guarantee ? [sheet.guarantee] : [])]);
  lines.push('## Please note', '', ...sheet.cautions.map((caution) => `- ${e(caution)}`), '');
  return lines.join('\n');
}
