/** The rules of plans. */
import { frozen } from '$core/frozen';
import { hours } from './hours';
import { links } from './links';
import { people } from './people';
import { pins } from './pins';
import { places } from './places';
import { racks } from './racks';
import type { PlannerRule } from './rule';

/** In the order in which they are left out to see what is in the way. */
export const RULES: readonly PlannerRule[] = frozen([racks, pins, hours, links, people, places]);
