/** A galley kitchen: two walls, 34 pieces. */
export const LANTERNHOUSE = `# Galley kitchen, birch, two walls facing each other
unit in

wall North
upper 30 : pair
upper 18 : door L
upper 30x18 : pair
upper 30 : pair
upper 15 : glass R
base 24 : drawer / door L
base 18 : 3x drawer
base 30 : appliance stove
base 36 : false / pair
base 15 : drawer / door R

wall South
tall 24 : door R / door R
upper 33 : pair
upper 33 : pair
base 30 : 2x drawer / pair
base 18 : 4x drawer
base 18 : drawer / door L
`;
