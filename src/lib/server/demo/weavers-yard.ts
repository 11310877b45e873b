/** A small kitchen of melamine fronts: 23 pieces, being surveyed. */
export const WEAVERS_YARD = `# White melamine, handles worn, no frames
unit mm

wall Street   # sink under the window
upper 600x720 frameless : pair
upper 800x720 frameless : pair
upper 400x720 frameless : door L
base 600 frameless : drawer / pair
base 800 frameless : false / pair
base 400 frameless : 4x drawer

wall Yard
upper 600x720 frameless : pair
upper 300x720 frameless : door R
tall 600x2100 frameless : door L / door L
base 600 : appliance stove
base 500 frameless : 3x drawer
`;
