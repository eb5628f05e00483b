/** What may stand in for a tool, or why nothing may; with what can go wrong. Named rules of thumb, by what the tool is. */
export type Improvised = { instead: string | null; risk: string };

const rules: { of: RegExp; improvised: Improvised }[] = [
  {
    of: /nut driver/iu,
    improvised: { instead: null, risk: 'Pliers round the nut and scratch what stands beside it.' },
  },
  {
    of: /driver|bit\b/iu,
    improvised: {
      instead: null,
      risk: 'A bit that almost fits rounds the head, and a rounded screw is drilled out.',
    },
  },
  {
    of: /plastic pick|pry/iu,
    improvised: {
      instead: 'a plastic card with a rounded corner',
      risk: 'It splits sooner and leaves a chip inside; metal marks the shell and cuts cables.',
    },
  },
  {
    of: /plastic card/iu,
    improvised: {
      instead: 'any card that is not printed on',
      risk: 'A hard edge pushed deep cuts a cable or a cell.',
    },
  },
  {
    of: /brush/iu,
    improvised: { instead: 'a new, dry paint brush', risk: 'Loose hairs stay in the fan.' },
  },
  {
    of: /pliers/iu,
    improvised: { instead: 'pliers with tape on their jaws', risk: 'Bare jaws mark the sheet and slip.' },
  },
  {
    of: /cutter|knife|file/iu,
    improvised: { instead: null, risk: 'Anything that tears or slips goes into the hand or the board.' },
  },
  {
    of: /alcohol/iu,
    improvised: {
      instead: null,
      risk: 'Weaker or scented ones leave water and films; nail polish remover eats plastic.',
    },
  },
  {
    of: /wipes/iu,
    improvised: { instead: 'a coffee filter', risk: 'Paper towels leave fibres under the pad.' },
  },
  {
    of: /wrist strap/iu,
    improvised: {
      instead: 'a hand on grounded, bare metal before each board',
      risk: 'It is forgotten once. Who does not know whether a thing is grounded asks.',
    },
  },
  {
    of: /glasses/iu,
    improvised: { instead: null, risk: 'Reading glasses leave the sides open.' },
  },
  {
    of: /mask/iu,
    improvised: { instead: null, risk: 'A scarf keeps no dust out.' },
  },
  {
    of: /mat/iu,
    improvised: { instead: 'a clean, folded cotton towel', risk: 'Screws vanish in its loops.' },
  },
  {
    of: /bowl|tray/iu,
    improvised: { instead: 'paper with a drawn field for each group', risk: 'One nudge mixes them.' },
  },
];

/** What may take a thing's place; null where nobody has written it down. */
export const improvisedFor = (name: string): Improvised | null =>
  rules.find(({ of }) => of.test(name))?.improvised ?? null;
