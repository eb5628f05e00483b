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
  systemVersion: string | null;
  /** What could be read in two ways or in none, each with what it could be. */
  unclear: { words: string; why: string }[];
  /** The words that figures came from. */
  texts: { size?: string; speed?: string };
};

/** A question that says nothing yet. */
export const emptyQuestion = (): Question => ({
  words: [],
  formFactor: null,
  labelGB: null,
  readMBPerS: null,
  generation: null,
  protocol: null,
  systemVersion: null,
  unclear: [],
  texts: {},
});

const sizePattern = /(\d+(?:[.,]\d+)?)\s*(gb|tb)\b/iu;
const speedPattern = /\b(\d{3,5})\s*mb\/s/iu;
const generationPattern = /\bgen\s*([1-6])\b/iu;
const versionPattern = /\b(?:v|version|firmware|system)\s*(\d{1,3}(?:\.\d{1,4}){0,3})\b/iu;
/** Three numbers or more are a version without being called one; two could be a size in inches. */
const bareVersion = /^\d{1,3}(\.\d{1,4}){2,3}$/u;

/** Numbers that stand on labels as gigabytes: bare, they could also be a rate. */
const labelNumbers = new Set([
  500, 512, 960, 1000, 1024, 1920, 2000, 2048, 3840, 4000, 4096, 7680, 8000, 8192, 16000,
]);

/**
 * Reads a question such as "osprey 2280-D2-M 2 TB 7000": a size code or form factor, a capacity with its unit, a bare
 * number from 400 to 20,000 as a read rate in MB/s where it cannot be a size, a generation, a protocol, a version; the rest are words.
 * Never fails: what could be read in two ways is said to be unclear, and not guessed.
 */
export function parseQuestion(text: string): Question {
  const question = emptyQuestion();
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
    question.texts.size = size[0];
  }
  const speed = take(speedPattern);
  if (speed) {
    question.readMBPerS = Number(speed[1]);
    question.texts.speed = speed[0];
  }
  const version = take(versionPattern);
  question.systemVersion = version?.[1] ?? null;
  const generation = take(generationPattern);
  if (generation) question.generation = Number(generation[1]);
  for (const word of rest.split(/\s+/u).filter(Boolean)) {
    const form = parseFormFactor(word);
    const protocol = protocols.find((name) => name.toLowerCase() === word.toLowerCase());
    const number = /^\d+$/u.test(word) ? Number(word) : null;
    if (form.ok && !question.formFactor) question.formFactor = form.value.code;
    else if (protocol && !question.protocol) question.protocol = protocol;
    else if (bareVersion.test(word) && !question.systemVersion) question.systemVersion = word;
    else if (number !== null) readNumber(question, word, number);
    else if (/^\d/u.test(word) || /^[^\p{L}\p{N}]+$/u.test(word)) unclear(question, word);
    else question.words.push(word);
  }
  return question;
}

/** Width and length of a module, run together (PCI Express M.2 specification, 2.2). */
const moduleSize = /^(12|16|22|30)(16|26|30|38|42|60|80|110)$/u;

/** A bare number: a rate where a size was named or no label bears it, else either. */
function readNumber(question: Question, word: string, number: number): void {
  if (moduleSize.test(word)) {
    question.unclear.push({
      words: word,
      why: `a module’s size without its class and key, such as ${word}-S3-M; or reads ${word} MB/s?`,
    });
    return;
  }
  const canBeRate = number >= 400 && number <= 20_000 && question.readMBPerS === null;
  if (canBeRate && (question.labelGB !== null || !labelNumbers.has(number))) {
    question.readMBPerS = number;
    question.texts.speed = word;
  } else if (canBeRate) question.unclear.push({ words: word, why: `${word} GB, or reads ${word} MB/s?` });
  else question.unclear.push({ words: word, why: 'a number without its unit' });
}

function unclear(question: Question, word: string): void {
  const isDecimal = /^\d+[.,]\d+$/u.test(word);
  if (/\p{L}|\p{N}/u.test(word))
    question.unclear.push({
      words: word,
      why: isDecimal ? `a version, or ${word.replace(',', '.')}-inch?` : 'no form factor and no figure',
    });
}
