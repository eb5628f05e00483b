import { type Drive, formFactorOf, forecastSectors } from '../part';

/** One thing to look at when a drive arrives, and what it tells. */
export type ArrivalCheck = { look: string; tells: string };

const guarantee = ({ guaranteeYears, brought }: Drive): ArrivalCheck => ({
  look: 'Guarantee',
  tells: brought
    ? 'It is the owner’s: ask for the bill, the guarantee is theirs.'
    : guaranteeYears === undefined
      ? 'Not stated: ask the seller before it is opened, and keep the bill.'
      : `${guaranteeYears} ${guaranteeYears === 1 ? 'year' : 'years'} from the day on the bill: keep it with the job.`,
});

/** The size that it must say; the rule for sectors by label is one of disks and solid-state drives alone. */
const sizeWords = ({ labelGB, sectorBytes, formFactor }: Drive): string =>
  formFactor === 'card' || formFactor === 'eMMC'
    ? `about ${labelGB} GB`
    : `${forecastSectors(labelGB, sectorBytes).toLocaleString('en-GB')} sectors`;

/**
 * What to look at when a drive arrives, before it is trusted with anything: is it what its label says, is it new, does it hold what it
 * claims? None of it proves a drive genuine; each can show that it is not.
 */
export function arrivalChecks(drive: Drive): ArrivalCheck[] {
  const form = formFactorOf(drive.formFactor);
  const size = form.ok && form.value.kind === 'module' ? form.value : null;
  return [
    {
      look: 'Seal, box and label',
      tells:
        'Maker, model, size and serial number are the same on bill, box and label; no label lies over another.',
    },
    ...(size
      ? [
          {
            look: 'Its board',
            tells: `${drive.formFactor} by eye: ${size.sides === 'double' ? 'chips on both sides' : 'no chips below'}, notch and length as the code says.`,
          },
        ]
      : []),
    {
      look: 'What it says itself, on the dock',
      tells: `Model and serial number as on the label, ${sizeWords(drive)}; hours and bytes written near nothing where it was sold as new.`,
    },
    {
      look: 'Whether it holds what it claims',
      tells:
        'One that claims more than it has loses what is written past its true end: the copy reads back what it wrote, a test of the whole drive the rest.',
    },
    guarantee(drive),
  ];
}
