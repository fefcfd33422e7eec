/** Uses of vehicle specs in their order, with their headings. */
export const specsUses: [string, string][] = [
  ['GoesIn', 'Fluids and capacities'],
  ['Wears', 'Wear items'],
  ['Tightened', 'Torque specs'],
  ['Set', 'Adjustments and settings'],
];
