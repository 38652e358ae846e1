/** Cautions that keep one alive, or keep a reading true: what it means in life when one is not kept, and what it costs. */
export const cautions = {
  'cover off live': {
    rule: 'A cover comes off what is proved dead',
    happens: 'Bare copper, not proved dead.',
    costs: 4,
  },
  'indicator unproved': {
    rule: 'The indicator is proved before it is believed',
    happens: 'An unproved indicator shows nothing.',
    costs: 3,
  },
  'not locked': { rule: 'What is off is locked off', happens: 'Anyone could switch it on again.', costs: 3 },
  'hands in undead': {
    rule: 'Hands go in after proved dead and proved again',
    happens: 'Fingers on conductors that were not proved dead, or the indicator not proved again.',
    costs: 4,
  },
  'dead test live': {
    rule: 'A dead test is made on what is dead',
    happens: 'The tester warns of voltage and its fuse goes.',
    costs: 5,
  },
  'dead test undead': {
    rule: 'A dead test is made on what is proved dead',
    happens: 'It happened to be dead. It was not proved.',
    costs: 3,
  },
  'live with links': {
    rule: 'Links come out before the supply goes on',
    happens: 'A bang: the link was a short circuit, and the way is off again.',
    costs: 5,
  },
  'live with covers off': {
    rule: 'Covers go on before the supply does',
    happens: 'The supply goes on with bare copper open to the room.',
    costs: 4,
  },
  'loop before continuity': {
    rule: 'No loop is read where the protective conductor is not known to be whole',
    happens: 'With an open protective conductor all metal of it stood at 230 V.',
    costs: 3,
  },
  'tripped by the test': {
    rule: 'Behind an RCD the loop is read by the no-trip method',
    happens: 'The RCD trips, with the clock and freezer on it.',
    costs: 1,
  },
  'electronics at 500 V': {
    rule: 'Nothing is connected when 500 V is put on',
    happens: 'A dimmer and a timer saw 500 V.',
    costs: 2,
  },
  'ze with main on': {
    rule: 'Ze is read with the main switch off',
    happens: 'The earthing conductor is off and the house is live.',
    costs: 4,
  },
  'bond parted live': {
    rule: 'A bond is disconnected only with the installation off',
    happens: 'A main bond hung free while the house was live.',
    costs: 4,
  },
  'leads not nulled': {
    rule: 'Leads are nulled before continuity is read',
    happens: 'The reading has the leads in it.',
    costs: 1,
  },
  'off untold': {
    rule: 'Occupants are informed before switching off',
    happens: 'Someone shouts from upstairs.',
    costs: 1,
  },
  'links left in': { rule: 'Links are counted out', happens: 'A link is still in the board.', costs: 4 },
  'cover left off': { rule: 'Every cover is on when one leaves', happens: 'A cover is still off.', costs: 3 },
  'left without supply': {
    rule: 'What can be on is on when one leaves',
    happens: 'Something that worked is left off.',
    costs: 1,
  },
} as const;
export type Caution = keyof typeof cautions;
