/** What three voltages at the incoming terminals mean together, for somebody who stands before them. */
export const voltagePatterns = [
  {
    lineNeutral: 'about 230',
    lineEarth: 'about 230',
    neutralEarth: 'about 0',
    means: 'In order. On PME not yet proof: see the terminal below.',
  },
  {
    lineNeutral: 'about 230',
    lineEarth: 'about 0',
    neutralEarth: 'about 230',
    means: 'Line and neutral exchanged. Stop, nothing made live, call the distributor.',
  },
  {
    lineNeutral: 'about 230',
    lineEarth: 'about 0',
    neutralEarth: 'about 0',
    means: 'No earth, or earth lost: the reading to earth floats. Stop.',
  },
  {
    lineNeutral: 'low or unsteady',
    lineEarth: 'about 230',
    neutralEarth: 'raised',
    means: 'Supply neutral lost or loaded, TN-S and TT. Load nothing, call the distributor.',
  },
  {
    lineNeutral: 'low or unsteady',
    lineEarth: 'the same',
    neutralEarth: 'about 0',
    means: 'On PME: combined conductor lost. All metal may be at mains. Hands off, people away, call.',
  },
] as const;
