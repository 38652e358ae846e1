/** What premises may have that decides which inspection items apply. */
export const features = [
  'bathRoom',
  'solar',
  'storage',
  'generator',
  'vehicleCharging',
  'specialLocation',
  'seLv',
  'metalPartitions',
  'flueMetal',
  'arcFaultBuilding',
] as const;
export type Feature = (typeof features)[number];

export const featureWords: Record<Feature, string> = {
  bathRoom: 'Bath or shower room',
  solar: 'Solar generation',
  storage: 'Battery storage',
  generator: 'Generator',
  vehicleCharging: 'Vehicle charging',
  specialLocation: 'Other special location: pool, sauna, hot tub, caravan',
  seLv: 'Extra-low voltage (SELV, PELV)',
  metalPartitions: 'Partitions with metal in them',
  flueMetal: 'Metal flue or duct from outside',
  arcFaultBuilding: 'Higher-risk building, HMO, student rooms or care home',
};
