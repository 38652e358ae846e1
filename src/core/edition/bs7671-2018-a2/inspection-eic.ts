import type { InspectionItem } from '../rows';

/** What an installation certificate's inspection schedule covers. */
export const inspectionEic: readonly InspectionItem[] = [
  {
    item: '1',
    section: 'Intake condition (look only)',
    confirm: "service cable; service head; distributor's earth; meter tails; meter; isolator if any",
    regulations: '',
  },
  {
    item: '2',
    section: 'Parallel or switched alternative sources',
    confirm: 'any generating set counts: engine, solar, battery, other; switched alternative; in parallel',
    regulations: '551.6; 551.7',
  },
  {
    item: '3',
    section: 'Automatic disconnection of supply',
    confirm: "distributor's earth or electrode; earthing conductor; main bonding; labels; RCDs for fault protection",
    regulations: '411; 542.1.2; 542.3; 543.3.2; 544.1; 514.13; 411.4.204; 411.5.3',
  },
  {
    item: '4',
    section: 'Basic protection',
    confirm: 'insulation of live parts; barriers and enclosures',
    regulations: '416.1; 416.2',
  },
  {
    item: '5',
    section: 'Protective measures other than ADS',
    confirm: 'SELV/PELV; double or reinforced insulation; electrical separation',
    regulations: '412; 413; 414',
  },
  {
    item: '6',
    section: 'Additional protection',
    confirm: '30 mA RCDs; supplementary bonding',
    regulations: '415.1; 415.2',
  },
  {
    item: '7',
    section: 'Distribution equipment',
    confirm:
      'access; fixing; IP; fire containment; undamaged; main linked switch; manual operation; SPD and AFDD; compatibility; single-pole in line only; entries; connections tight',
    regulations: '132.12; 134.1.1; 416.2; 421.1.201; 462.1.201; 643.10; 536; 530.3.3; 526.1',
  },
  {
    item: '8',
    section: 'Circuits',
    confirm:
      'identification; support; undamaged; enclosure of unsheathed cables; capacity; device coordination; CPCs; prescribed zones; RCD requirements; fire sealing; separation; terminations',
    regulations: '514.3.1; 521; 522; 523; 433; 411.3; 543; 527; 528; 526',
  },
  {
    item: '9',
    section: 'Isolation and switching',
    confirm:
      'isolators present, located, identified, lockable; mechanical maintenance; emergency; functional switching',
    regulations: '462; 464; 465; 537',
  },
  {
    item: '10',
    section: 'Current-using equipment, fixed',
    confirm: 'IP; undamaged; fixing; ceilings sealed above luminaires; recessed luminaires; access',
    regulations: '512.2; 527.2; 559',
  },
  {
    item: '11',
    section: 'Identification and notices',
    confirm: 'circuit chart; warning notices; RCD notice; next inspection; earthing labels; other',
    regulations: '514',
  },
  {
    item: '12',
    section: 'Rooms with a bath or shower',
    confirm: 'RCD; SELV; supplementary bonding; sockets 2.5 m; IP; zones',
    regulations: '701',
  },
  { item: '13', section: 'Other special locations', confirm: 'list, inspect, test', regulations: 'Part 7' },
  { item: '14', section: 'Prosumer installations', confirm: 'particular requirements', regulations: 'Chapter 82' },
];
