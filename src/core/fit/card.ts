import type { Place } from '../device';
import { type Margin, atLeast, exact, missing, named, oneOf } from '../margin';
import { cardFileSystem, cardStandardOf, classRateBytesPerS, formFactorOf, isStated } from '../part';
import { unsafeValue } from '../result';
import { type Build, profileOrigin, sheet } from './question';

/** A card in its slot: its kind by size, with the file system that the device makes on it, and the mark of its least rate. */
export function cardMargins({ form }: Place, { drive }: Build): Margin[] {
  if (form.kind !== 'card' || !form.cards || unsafeValue(formFactorOf(drive.formFactor)).kind !== 'card')
    return [];
  const { standards, classAtLeast } = form.cards;
  const standard = cardStandardOf(drive.labelGB);
  const margins = [
    oneOf(
      {
        id: 'card-standard',
        what: 'Kind of card',
        unit: 'none',
        remedy: `This slot reads ${standards.join(' or ')}: a card beyond that is not seen, or only until it is full.`,
        note: `${standard} cards come with ${cardFileSystem[standard]}; let the device format it, not a computer.`,
      },
      isStated(drive, 'labelGB')
        ? named(standard, { kind: 'specification', note: 'SD Physical Layer Specification, by size' })
        : missing('the card’s capacity', 'Read it on its label.'),
      standards,
      profileOrigin,
    ),
  ];
  if (classAtLeast)
    margins.push(
      atLeast(
        {
          id: 'card-class',
          what: 'Least rate by its mark',
          unit: 'bytes/s',
          remedy: `The device wants ${classAtLeast}: games and recordings stop where a card writes more slowly for a while.`,
        },
        drive.speedClasses
          ? exact(classRateBytesPerS(drive.speedClasses), sheet(drive))
          : missing(`which speed class the ${drive.model} has`, 'Read the marks on the card.'),
        exact(classRateBytesPerS([classAtLeast]), profileOrigin),
      ),
    );
  return margins;
}
