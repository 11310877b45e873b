/** Why there is no plan, in words. */
import { frozen } from '../../frozen';
import type { Cause, Part } from './cause';
import type { NoPlan } from './problem';

/** What things of a problem are called. */
export interface Names {
  operation: (id: string) => string;
  rack: (id: string) => string;
  station: (id: string) => string;
  /** the open hours of a calendar */
  hours: (calendar: string) => string;
  minute: (minute: number) => string;
}

/** As the problem itself calls them. */
const OWN: Names = frozen({
  operation: (id) => id,
  rack: (id) => id,
  station: (id) => id,
  hours: (calendar) => `the open hours of ${calendar}`,
  minute: (minute) => `minute ${minute}`,
});

function sayPart(part: Part, { operation, rack, hours, minute }: Names): string {
  switch (part.code) {
    case 'rack':
      return `the ${part.slots} slots of ${rack(part.rack)}`;
    case 'pin':
      return `${operation(part.operation)} pinned to ${minute(part.minute)}`;
    case 'hours':
      return hours(part.calendar);
    case 'overlap':
      return `${operation(part.operation)} no more than ${part.most} min before the end of ${operation(part.before)}`;
    case 'window':
      return `${operation(part.operation)} within ${part.most} min of the end of ${operation(part.before)}`;
  }
}

function sayClash(parts: readonly Part[], names: Names): string {
  const words = parts.map((part) => sayPart(part, names));
  const last = words.pop() ?? '';
  return words.length ? `${words.join(', ')} and ${last} cannot all be kept` : `${last} cannot be kept`;
}

/** @param names what people call things; as the problem calls them where nothing is said */
export function sayCause(cause: Cause, names: Names = OWN): string {
  const { minute, rack } = names;
  const o = 'operation' in cause ? names.operation(cause.operation) : '';
  const before = 'before' in cause ? names.operation(cause.before) : '';
  const next = 'next' in cause ? names.operation(cause.next) : '';
  switch (cause.code) {
    case 'clash':
      return sayClash(cause.parts, names);
    case 'does not fit':
      return `the work does not fit between its start and ${minute(cause.horizon)}, whatever is left out`;
    case 'empty window':
      return `${o} may start at the earliest ${cause.least} min after ${before} and at the latest ${cause.most} min after it: the window is empty`;
    case 'waits for itself':
      return `${o} waits for itself`;
    case 'circle':
      return `${cause.operations.map(names.operation).join(', ')} wait for each other in a circle: each would have to come after itself`;
    case 'too few slots':
      return `${o} needs ${cause.needs} slots of ${rack(cause.rack)}, which has ${cause.has}`;
    case 'nobody able':
      return `Nobody has the skill “${cause.skill}” that ${o} needs`;
    case 'closed':
      return `Nobody who does ${o} works within ${names.hours(cause.calendar)}`;
    case 'too long':
      return `${o} takes ${cause.minutes} min ${cause.pausable ? 'and all open hours together give' : 'at a stretch and the longest open stretch is'} ${cause.open} min`;
    case 'chain too long':
      return `${o} cannot end before the horizon (${minute(cause.horizon)}): the chain of work and waits before it is too long for the open hours`;
    case 'begins too late':
      return `${o} must begin by ${minute(cause.latest)}, and cannot before ${minute(cause.from)}`;
    case 'pinned after the end':
      return `${o} is pinned to ${minute(cause.minute)}, and would end after the horizon (${minute(cause.horizon)})`;
    case 'pinned too early':
      return `${o} is pinned to ${minute(cause.minute)}, and what comes before it ends no earlier than ${minute(cause.from)}`;
    case 'pinned when closed':
      return `${o} is pinned to ${minute(cause.minute)}, which is not in open hours long enough for it`;
    case 'no hours left':
      return `${o} finds no open hours of its people${cause.station === null ? '' : ` and ${names.station(cause.station)}`} before the horizon`;
    case 'ends too late':
      return `${o} would end at ${minute(cause.end)}, after the horizon (${minute(cause.horizon)})`;
    case 'window missed':
      return `${o} must start within ${cause.most} min of the end of ${before}, and its people, hours or rack allow it only ${cause.late} min later`;
    case 'overlap missed':
      return `${before} may not start more than ${cause.most} min before ${o} ends`;
    case 'no room on the rack':
      return `${o} finds no room on the rack`;
    case 'pinned when taken':
      return `${o} is pinned to ${minute(cause.minute)}, and its people, place or rack are not free then`;
    case 'next is pinned':
      return `${o} cannot end ${cause.least} min before ${next}, which is pinned to ${minute(cause.minute)}`;
    case 'next is pinned too late':
      return `${next} is pinned more than ${cause.most} min after the end of ${o}`;
    case 'no time to change over':
      return `${o} is pinned to ${minute(cause.minute)}, which leaves no time for its changeover`;
    case 'out of time':
      return 'there was no time to place everything';
  }
}

/** Why there is no plan; that none was found is said as that. */
export function sayNoPlan({ proven, causes }: NoPlan, names: Names = OWN): string {
  const words = causes.map((cause) => sayCause(cause, names)).join('; moved later, ');
  return proven ? words : `No right plan was found: ${words}`;
}
