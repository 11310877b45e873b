/** Imported first: what follows has the devices of the demo. */
import { STAND_INS } from '../../tests/set-up/settings';

Object.assign(process.env, STAND_INS);
