/** A kitchen above the ferry: 29 pieces, hung yesterday. */
export const FERRY_STEPS = `# Above the ferry, maple, two walls at a right angle
unit in

wall Quay
upper 30 : pair
upper 18 : door L
upper 30x18 : pair
upper 24 : pair
upper 15 : glass R
base 36 : false / pair
base 24 : drawer / door L
base 18 : 4x drawer
base 30 : appliance stove

wall Steps
tall 24 : door L / door L
upper 33 : pair
upper 30 : pair
base 30 : 2x drawer / pair
base 24 : drawer / door R
`;
