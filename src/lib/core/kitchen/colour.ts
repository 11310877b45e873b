/** Colours of zones, on screen. */

/** A piece whose zone is not known is drawn in a colour of paper. */
export const NO_COLOUR = '#DCCFA9';
