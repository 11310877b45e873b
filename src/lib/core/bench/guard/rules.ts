/** The rules of the bench: when each applies, whether a reason overrules it, and what is kept. `docs/methods/bench.md` shows them. */
import { frozen } from '../../frozen';

interface RuleFacts {
  /** when it speaks */
  when: string;
  /** whether a reason overrules it; `sometimes`: not where it cannot be at all */
  overruled: 'yes' | 'no' | 'sometimes';
  /**
   * It judges by what may be known otherwise elsewhere, or by now: the air, the lots, the system, what the gun holds. A device
   * that recorded under what it knew did so in good faith: its fact is kept, and a person looks at it.
   */
  keptFromAway: boolean;
}

const rule = <O extends RuleFacts['overruled'] = 'yes'>(
  when: string,
  overruled: O = 'yes' as O,
  keptFromAway = true,
): RuleFacts & { overruled: O } => ({ when, overruled, keptFromAway });
const hard = (when: string) => rule(when, 'no', false);

export const RULE_FACTS = frozen({
  'too-early': rule('a film, a cleaner, a glaze or a wax has not waited long enough', 'sometimes'),
  'too-late': rule('the latest recoat of a film, or of a deglosser, is past and it was not scuffed since'),
  stood: rule('pieces, or the fixed work, stood for more than two days and were not wiped since'),
  'skipped-step': rule('a step of the route, or of the fixed work, comes first', 'sometimes'),
  'done-already': hard('it is recorded already'),
  'at-work': hard('somebody is at work on the piece'),
  'not-labelled': rule('a piece is taken down without its label', 'no', false),
  'not-down': rule('a piece still hangs in its opening', 'sometimes', false),
  missing: rule('a piece is missing', 'yes', false),
  finding: rule(
    'a test on site failed and no new test answered it; a failed test is taken back',
    'sometimes',
  ),
  air: rule('air or surface are out of the product’s limits, or too near the dew point, where it is laid'),
  'visible-face': hard('a test that leaves a mark is made on a face that shows'),
  'wrong-opening': hard('a piece is hung into another piece’s opening'),
  'not-home': rule('a kitchen is handed over and pieces are not hung'),
  unknown: hard('what is named is not there'),
  'later-work': hard('later facts stand on what is taken back, and do not go with it'),
  'wrong-face': rule('the other face lies up, by the flips, the route or what the painter says'),
  'wrong-colour': rule('the gun holds another product or colour; a pass has two colours', 'sometimes'),
  'gun-unknown': rule(
    'nobody said what the gun holds since the product changed, and there are several colours',
  ),
  mix: rule(
    'a two-part product has no cup that may be used; a cup lacks hardener, or has too much',
    'sometimes',
  ),
  'pot-life': rule('the cups do not last until the pass is done'),
  'wet-deglosser': rule('the deglosser is still wet'),
  'floating-panel': rule('a door with a floating panel would be caulked'),
  'not-in-lot': rule('the pieces are not in that lot, or there is no such lot', 'sometimes'),
  'no-room': rule('the slot of the rack is full, or there is none', 'sometimes'),
  order: hard('it would end before it began, or happen before what it speaks of'),
  'no-such-step': rule('the system has no such step, or not for these pieces', 'no'),
  hangs: rule('a piece that hangs is moved or worked on', 'yes', false),
  'felt-wet': rule('a finger found the film wet or tacky within half an hour'),
  'not-walked': rule('a kitchen is handed over, and a colour zone was not looked at with the owner'),
  'open-flaws': rule('a kitchen is handed over with flaws neither mended nor accepted'),
  'site-open': rule('a piece is hung, or the kitchen handed over, before the fixed work is done'),
  contradicted: rule('a kitchen is handed over with records that disagree'),
  'others-work': rule('others’ work would be taken back with it', 'yes', false),
} as const satisfies Record<string, RuleFacts>);

export type RuleKey = keyof typeof RULE_FACTS;
/** Rules that a reason overrules at one time and not at another. */
export type SometimesKey = {
  [K in RuleKey]: (typeof RULE_FACTS)[K]['overruled'] extends 'sometimes' ? K : never;
}[RuleKey];
export const RULES = Object.keys(RULE_FACTS) as [RuleKey, ...RuleKey[]];

/** Rules under which a fact of a device that was away is kept for a person to look at. */
export const BY_CONTEXT: ReadonlySet<RuleKey> = new Set(RULES.filter((r) => RULE_FACTS[r].keptFromAway));

/** The rules as the rows of a table in Markdown. */
export const rulesTable = (): string[] =>
  RULES.map((key) => {
    const { when, overruled, keptFromAway } = RULE_FACTS[key];
    const kept = overruled === 'no' ? 'nothing' : 'the act, with rule and reason';
    return `| \`${key}\` | ${when} | ${overruled} | ${kept}${keptFromAway ? '; from a device that was away, the act, to be looked at' : ''} |`;
  });
