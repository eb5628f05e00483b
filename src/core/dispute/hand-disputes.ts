import { fasterGain } from '../fit';
import { type FormFactor, formFactorOf, heightClasses } from '../part';
import { isKept } from '../margin';
import { showMoney, showRate } from '../units';
import type { Dispute, DisputeAsked } from './dispute';

/** Whether faces are wiped before a pad lies on them. */
export function wipeDispute({ build }: DisputeAsked): Dispute | null {
  if (build.pads.length === 0) return null;
  return {
    id: 'wipe',
    question: 'Wipe before the pad goes on?',
    schools: [
      {
        says: 'Wipe first',
        because: 'Grease and dust keep a pad from wetting the face; alcohol leaves nothing behind.',
      },
      { says: 'Lay it as it is', because: 'A pad is soft enough for dust, and every wipe can tear a label.' },
    ],
    ours: {
      school: 0,
      why: 'Sink and chips, dry again before the pad; never the drive’s label, which stays on.',
    },
    figures: null,
  };
}

/** Which face of a pad first, and how many films must lie on the mat in the end. */
export function filmDispute({ build: { pads, padBelow } }: DisputeAsked): Dispute | null {
  const count = pads.length + (padBelow ? 1 : 0);
  if (count === 0) return null;
  return {
    id: 'films',
    question: 'Which face of the pad first?',
    schools: [
      {
        says: 'On the chips first',
        because: 'It is seen to lie square on what it cools, and the sink comes down on it.',
      },
      { says: 'On the sink first', because: 'It sticks where it stays when the drive is changed again.' },
    ],
    ours: { school: 0, why: 'A pad that slips off the chips shows at once there, and never under a sink.' },
    figures: `Two films each: ${2 * count} must lie on the mat. The first comes off just before the pad lies, the second just before the sink comes down.`,
  };
}

/** Thickness of a module by its class, above and below its board, mm; null for what is no module. */
function classMm(form: FormFactor | null): number | null {
  if (form?.kind !== 'module') return null;
  const { topMm = null, bottomMm = null } = heightClasses[form.heightClass] ?? {};
  return topMm === null || bottomMm === null ? null : topMm + bottomMm;
}

const formOf = (text: string | null): FormFactor | null => {
  const form = text === null ? null : formFactorOf(text);
  return form?.ok ? form.value : null;
};

/** A conductive sleeve or foil around the old drive. */
export function sleeveDispute({ setting: { profile }, build, oldFormFactor }: DisputeAsked): Dispute | null {
  const steps = [...profile.procedure.open, ...profile.procedure.swap];
  if (!steps.some(({ id, title }) => /sleeve|foil/iu.test(`${id} ${title}`))) return null;
  const [before, after] = [classMm(formOf(oldFormFactor)), classMm(formOf(build.drive.formFactor))];
  const thicker = before !== null && after !== null && after > before;
  return {
    id: 'sleeve',
    question: 'The sleeve or foil of the old drive?',
    schools: [
      { says: 'Carry it over', because: 'It was made for this place, and its edges are where they must be.' },
      {
        says: 'Fresh foil',
        because: 'An old one tears, and one that is opened and wrapped never closes as it did.',
      },
    ],
    ours: thicker
      ? {
          school: 1,
          why: 'The new drive is thicker: the old sleeve would have to be opened at its seam and wrapped.',
        }
      : before === null || after === null
        ? null
        : { school: 0, why: 'The new drive is no thicker than the old one.' },
    figures: `It shields the radio beside the drive; contacts and notch stay free of it.${
      before !== null && after !== null
        ? ` By their classes: ${before.toFixed(2)} mm of parts before, ${after.toFixed(2)} mm now.`
        : ''
    }`,
  };
}

/** Speed well above the need, or just enough. */
export function speedDispute({ build, answer, lines }: DisputeAsked): Dispute | null {
  const need = answer.place.limits.readAtLeastBytesPerS;
  const { rate, narrowest } = answer.speed;
  if (!need.known || !rate.known) return null;
  const own = build.drive.readBytesPerS;
  const line = lines.find((one) => one.build.drive.id === build.drive.id) ?? null;
  const gain = line && fasterGain(line, lines);
  const { currency, minor } = build.drive.price;
  const enough = lines
    .filter(
      (one) =>
        isKept(one.worst) &&
        one.build.drive.labelGB === build.drive.labelGB &&
        one.build.drive.price.currency === currency &&
        one.build.drive.price.minor < minor,
    )
    .sort((a, b) => a.build.drive.price.minor - b.build.drive.price.minor)[0];
  const unused = Math.max(0, own - rate.value);
  const saved = enough
    ? ` The ${enough.build.drive.model} of this size fits too and costs ${showMoney({ minor: minor - enough.build.drive.price.minor, currency })} less.`
    : '';
  return {
    id: 'speed',
    question: 'Faster than it needs to be?',
    schools: [
      { says: 'Well above the need', because: 'The next device may use it, and the cache is often larger.' },
      {
        says: 'Just enough',
        because: 'Past the narrowest link nothing arrives, and what does not arrive is not worth money.',
      },
    ],
    ours: { school: 1, why: `Narrowest here is ${narrowest}.` },
    figures: `Needed ${showRate(need.value)}, arrives ${showRate(rate.value)}; ${unused < 1e6 ? 'all that it has' : `${showRate(unused)} of its ${showRate(own)} never arrive`}.${saved}${
      gain && gain.gainBytesPerS < 1e6 ? ` The faster ${gain.line.build.drive.model} gains nothing.` : ''
    }`,
  };
}
