import { DeviceProfile } from '../device';
import type { FaultDetail, Result } from '../result';
import { ok, refuse } from '../result';
import { plainSentence } from './plain-fault';
import { jsonSchemaOf } from './schemas';
import { unknownFields } from './unknown-fields';

/** How many faults are told at once; how many more there are is said. */
const mostTold = 60;

const thisSchema = 'jicara.device/2';

let schema: object | null = null;
const published = (): object => (schema ??= jsonSchemaOf(DeviceProfile));

type Placed = { path: PropertyKey[]; what: string; mend: string | null };

/** Where a fault is, as people say it: the step, the place, the figure by their ids. */
function placeWords(document: unknown, path: PropertyKey[]): string {
  const words: string[] = [];
  let at: unknown = document;
  for (const step of path) {
    const inner =
      typeof at === 'object' && at !== null ? (at as Record<PropertyKey, unknown>)[step] : undefined;
    const id =
      typeof step === 'number' && typeof inner === 'object' && inner !== null
        ? (inner as { id?: unknown }).id
        : undefined;
    words.push(
      typeof id === 'string' ? id.slice(0, 60) : typeof step === 'number' ? `${step + 1}.` : String(step),
    );
    at = inner;
  }
  return words.join(' › ') || 'the whole document';
}

/**
 * A device profile as a file or a form brings it, with all that is wrong with it at once, each at its place and with what would mend
 * it. Fields that nobody reads are refused with the nearest name. Faults: `profile-version` of another version, `profile`.
 */
export function readProfile(document: unknown): Result<DeviceProfile> {
  const named =
    typeof document === 'object' && document !== null ? (document as { schema?: unknown }).schema : null;
  if (typeof named === 'string' && named !== thisSchema)
    return refuse(
      'profile-version',
      /^jicara\.device\/\d{1,4}$/u.test(named)
        ? `This profile is of the format ${named}; this release reads ${thisSchema}.`
        : `“${named.slice(0, 60)}” is no format of a device profile; this release reads ${thisSchema}.`,
      'Export it again from the Jicara that it comes from, brought up to the same release; or write it anew by its schema, /api/schemas/device.',
    );
  const parsed = DeviceProfile.safeParse(document);
  const strays = unknownFields(document, published());
  const all: Placed[] = [
    ...(parsed.success
      ? []
      : parsed.error.issues.map((issue) => {
          const { mend } = (('params' in issue ? issue.params : null) ?? {}) as { mend?: unknown };
          return {
            path: issue.path,
            what: plainSentence(issue),
            mend: typeof mend === 'string' ? mend : null,
          };
        })),
    ...strays.map(({ path, name, meant }) => ({
      path,
      what: `Nothing is called “${name.slice(0, 60)}” here.`,
      mend: `The nearest name is ${meant}.`,
    })),
  ];
  if (parsed.success && all.length === 0) return ok(parsed.data);
  const details: FaultDetail[] = all
    .slice(0, mostTold)
    .map(({ path, what, mend }) => ({ where: placeWords(document, path).slice(0, 200), what, mend }));
  const [first] = details;
  const count = all.length === 1 ? 'One thing is' : `${all.length} things are`;
  return {
    ok: false,
    fault: {
      code: 'profile',
      sentence: `${count} wrong with this profile. ${first ? `${first.where}: ${first.what}` : ''}`.slice(
        0,
        400,
      ),
      remedy:
        all.length > mostTold
          ? `The first ${mostTold} are listed; mend them and bring it in again.`
          : 'Mend what is listed and bring it in again; nothing was changed.',
      details,
    },
  };
}
