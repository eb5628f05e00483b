import { parseFormFactor, protocols } from '../part';

/** What a counter question says: device words, and what is known of the drive. All but the words may be missing. */
export type Question = {
  /** Words that are neither a size code nor a figure: device, maker, model, in the order typed. */
  words: string[];
  formFactor: string | null;
  labelGB: number | null;
  readMBPerS: number | null;
  generation: number | null;
  protocol: string | null;
};

const sizePattern = /(\d+(?:[.,]\d+)?)\s*(gb|tb)\b/iu;
const speedPattern = /\b(\d{3,5})\s*mb\/s/iu;
const generationPattern = /\bgen\s*([1-6])\b/iu;

/**
 * Reads a question such as "osprey 2280-D2-M 2 TB 7000": a size code or form factor, a capacity with its unit, a bare
 * number from 400 to 20,000 as a read rate in MB/s, a generation, a protocol; the rest are words. Never fails: what is
 * not understood stays a word and finds nothing.
 */
export function parseQuestion(text: string): Question {
  const question: Question = {
    words: [],
    formFactor: null,
    labelGB: null,
    readMBPerS: null,
    generation: null,
    protocol: null,
  };
  let rest = ` ${text.slice(0, 200)} `;
  const take = (pattern: RegExp): string[] | null => {
    const match = pattern.exec(rest);
    if (match) rest = `${rest.slice(0, match.index)} ${rest.slice(match.index + match[0].length)}`;
    return match;
  };
  const size = take(sizePattern);
  if (size) {
    const number = Number(size[1]!.replace(',', '.'));
    question.labelGB = Math.round(size[2]!.toLowerCase() === 'tb' ? number * 1000 : number) || null;
  }
  const speed = take(speedPattern);
  if (speed) question.readMBPerS = Number(speed[1]);
  const generation = take(generationPattern);
  if (generation) question.generation = Number(generation[1]);
  for (const word of rest.split(/\s+/u).filter(Boolean)) {
    const form = parseFormFactor(word);
    const protocol = protocols.find((name) => name.toLowerCase() === word.toLowerCase());
    const number = /^\d{3,5}$/u.test(word) ? Number(word) : null;
    if (form.ok && !question.formFactor) question.formFactor = form.value.code;
    else if (protocol && !question.protocol) question.protocol = protocol;
    else if (number !== null && number >= 400 && number <= 20_000 && !question.readMBPerS)
      question.readMBPerS = number;
    else question.words.push(word);
  }
  return question;
}
