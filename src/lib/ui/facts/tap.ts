/** How a page takes the facts of the forms in it. Where there is none, forms are posted. */
import { getContext, setContext } from 'svelte';

/** Keeps a fact, with the photo under `photo` where there is one. @returns whether the fact was kept */
export type Tap = (form: FormData) => Promise<boolean>;

const KEY = Symbol('tap');
export const setTap = (tap: Tap): void => void setContext(KEY, tap);
export const getTap = (): Tap | undefined => getContext<Tap | undefined>(KEY);
