/** The job on this device, for the pages that are used in a house. */
import { getContext, setContext } from 'svelte';
import type { FieldDevice } from './field-device.svelte';

const KEY = Symbol('field');
export const setField = (field: FieldDevice): void => void setContext(KEY, field);
export const getField = (): FieldDevice => getContext<FieldDevice>(KEY);
