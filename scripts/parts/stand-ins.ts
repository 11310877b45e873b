/** Imported first: what follows has the devices of the demo. */
import { STAND_INS } from '../../tests/set-up/stand-ins';

Object.assign(process.env, STAND_INS);
