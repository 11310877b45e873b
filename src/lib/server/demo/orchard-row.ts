/** A kitchen of two colours with an island: 57 pieces, oak. */
export const ORCHARD_ROW = `# Oak, uppers and island in two colours, everything else as the uppers
unit in

wall North   # window over the sink
crown 3 1/2
light 1 1/2
upper 36 : pair + end L
upper 18 : door L
upper 36x12 : valance
upper 18 : door R
upper 33 : pair + end R
base 36 : drawer / pair
base 18 : 4x drawer
base 36 : false / pair
base 24 : appliance dishwasher
base 27 : 3x drawer

wall East   # stove
upper 30 : glass L glass R
upper 30x18 : appliance hood
upper 30 : pair
upper 18 : door L
base 42 corner L blind 24 : door R
base 30 : appliance stove
base 24 : drawer / pair
base 12 : pullout

wall South
tall 33 : pair / pair + end L
tall 30 : appliance fridge
upper 30x15 : pair
tall 24 : door R / door R + end R
upper 24 : open shelves + 3 shelf
base 36 : drawer drawer / pair

island Island front
base 30 : drawer / pair
base 24 : 3x drawer
base 30 : drawer / pair

island Island back
base 28 : panel
base 28 : panel
base 28 : panel
`;
