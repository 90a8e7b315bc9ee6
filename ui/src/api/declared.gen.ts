// Made by ./run generate from the declared operations; not to be edited.

/** What each deed makes old. */
export const stales = {
  'take-duty': ['see-clock', 'who-is-on-duty'],
  'read-message': ['list-messages'],
  'change-rule': ['*'],
  'add-measure': ['list-measures'],
  'retire-measure': ['list-measures'],
  'keep-roots': ['see-clock', 'see-tree', 'today'],
  'undo-stage': ['see-clock', 'see-tree', 'today'],
  'feel-roots': ['see-clock', 'see-tree', 'today'],
  'count-batch': ['see-lot-keeping'],
  'mix-dip': ['see-clock'],
  dip: ['see-clock', 'see-tree', 'today'],
  'throw-gel-away': ['see-clock'],
  'begin-soak': ['list-soaks', 'today'],
  'end-soak': ['list-soaks', 'today'],
  'take-in-delivery': ['list-deliveries', 'list-lots', 'list-trees', 'list-grower-names', 'see-clock', 'today'],
  'read-in-note': ['list-deliveries', 'list-lots', 'list-trees', 'list-grower-names', 'see-clock', 'today'],
  'split-bundle': ['see-tree', 'list-trees', 'list-lots', 'see-lot', 'today'],
  'add-photo': ['see-tree'],
  'remove-photo': ['see-tree'],
  'record-damage': ['see-tree', 'see-work', 'list-trees', 'list-lots', 'today'],
  'repair-damage': ['see-tree', 'see-work', 'today'],
  'save-check': ['see-tree', 'list-trees', 'list-lots', 'see-lot', 'today', 'match', 'see-work'],
  correct: ['see-work', 'see-tree', 'today'],
  'move-tree': ['see-tree', 'list-trees', 'list-lots', 'see-lot', 'today', 'match', 'see-work'],
  'draw-sample': ['see-lot', 'see-tree', 'today'],
  'stand-in-rows': ['see-lot', 'see-tree'],
  'close-lot': ['see-lot', 'list-lots', 'list-trees', 'see-tree', 'today', 'match', 'list-growers', 'see-work'],
  'send-grower-note': ['list-growers', 'see-lot', 'list-lots', 'list-trees', 'see-tree', 'today'],
  'answer-grower-note': ['list-growers'],
  'add-customer': ['list-spots', 'see-spot', 'match', 'plan', 'today'],
  'add-spot': ['list-spots', 'see-spot', 'match', 'plan', 'today'],
  'save-spot': ['list-spots', 'see-spot', 'match', 'plan', 'today'],
  'record-marking': ['list-spots', 'see-spot', 'match', 'plan', 'today'],
  'record-drainage': ['list-spots', 'see-spot', 'match', 'plan', 'today'],
  'issue-sheet': ['list-sheets', 'see-tree', 'list-trees', 'list-lots', 'match', 'today'],
} as const

/** The reading operations: each is the first part of the key under which the page keeps its answer. */
export const reads = [
  'welcome',
  'who-am-i',
  'who-is-on-duty',
  'list-messages',
  'see-rules',
  'list-kinds',
  'list-lots',
  'list-trees',
  'list-grower-names',
  'list-measures',
  'see-clock',
  'read-scale',
  'list-soaks',
  'list-deliveries',
  'see-tree',
  'see-lot',
  'see-lot-keeping',
  'see-lot-faults',
  'see-work',
  'list-growers',
  'list-spots',
  'see-spot',
  'ask-station',
  'match',
  'match-kind',
  'list-sheets',
  'see-sheet',
  'today',
] as const

/** The deeds that a device keeps while there is no network. */
export const kept = [
  'keep-roots',
  'feel-roots',
  'begin-soak',
  'end-soak',
  'add-photo',
  'record-damage',
  'repair-damage',
  'save-check',
  'correct',
] as const

export type Changing = keyof typeof stales
export type Reading = (typeof reads)[number]
export type Kept = (typeof kept)[number]
