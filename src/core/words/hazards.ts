/** What is asked before anything else, each answer as one would give it over the counter. */
export const QUESTION_WORDS = {
  cell: {
    text: 'The battery, as far as one can see and feel',
    why: 'A cell that bulges, smells or was burnt can catch fire when it is pressed, warmed or charged.',
    answers: {
      sound: 'Nothing wrong with it',
      doubtful: 'Doubtful: old, runs warm, drops suddenly',
      swollen: 'Swollen: case or touchpad bulges, lid does not close',
      burnt: 'Burnt, smoking or smelling sweet or sharp',
      leaking: 'Leaking',
      none: 'No battery in it'
    }
  },
  heat: {
    text: 'Is it hot while it is off, or getting hotter?',
    why: 'Heat without power is a cell that is failing now.',
    answers: { no: 'No', yes: 'Yes' }
  },
  liquid: {
    text: 'Has liquid got in?',
    why: 'Wet boards short when power comes back; salt and sugar go on eating.',
    answers: { no: 'No', dried: 'Once, and dry now', wet: 'Yes, and it may be wet inside' }
  },
  glass: {
    text: 'Is glass broken?',
    why: 'Display glass cuts, and splinters get into eyes and machines.',
    answers: { no: 'No', yes: 'Yes' }
  },
  adapter: {
    text: 'Adapter and mains cable',
    why: 'Behind a cracked shell or a bare wire is mains voltage.',
    answers: { sound: 'Whole', damaged: 'Cracked, bare, burnt or opened before', none: 'None came with it' }
  },
  dirt: {
    text: 'Mould, body fluids, chemicals or a nest in it?',
    why: 'They make the one who opens it ill.',
    answers: { no: 'No', yes: 'Yes' }
  }
} as const;

const HAND_OVER =
  'Hand it over by your local rules for damaged lithium cells: their storage, transport and disposal are for trained people and licensed carriers.';

/** Why a job ends before it begins, and what to do now, in order. */
export const STOP_WORDS = {
  swollen: {
    text: 'A swollen cell: not opened here.',
    now: [
      'Do not charge it, do not switch it on, do not press it flat, do not close the lid by force.',
      'Unplug the adapter. Set it down on something that does not burn, away from where people work and sleep and from anything that burns.',
      HAND_OVER
    ]
  },
  burnt: {
    text: 'A burnt or leaking cell: do not touch it further.',
    now: [
      'Keep away from fumes and air the room. With smoke or flame leave and call the fire service.',
      'Only if it is cold and quiet: set it down outside on something that does not burn. Gloves; nothing on bare skin.',
      HAND_OVER
    ]
  },
  heating: {
    text: 'It heats by itself: a cell may be failing now.',
    now: [
      'Unplug the adapter. If it can be carried safely, take it outside, onto stone or metal; otherwise leave the room.',
      'With smoke, hissing or flame call the fire service; do not carry it.',
      HAND_OVER
    ]
  },
  contaminated: {
    text: 'It has to be cleaned by people trained for that before it is opened.',
    now: ['Gloves on, bag it and close the bag. Do not blow it out.', 'Follow your local rules for contaminated goods.']
  }
} as const;

/** What each condition means for the work, for those who read the plan or the job sheet. */
export const CONDITION_WORDS = {
  'cell-doubtful': 'Doubtful cell: no solvent, no metal, no bending, no charging; out at the first sign of warmth',
  wet: 'Wet inside: no power and no charging until it is dry through',
  residue: 'Liquid was in it: look for residue at every layer',
  glass: 'Broken glass: cut-proof gloves, eye protection, film over the glass before it is moved',
  'bad-adapter': 'The adapter stays unused: a sound one of the same rating takes its place; adapters are never opened'
} as const;
