/** Words for what a kit holds: one for each number, kind and choice, in screens and command line alike. */
export * from './fields.ts'
export * from './forces.ts'
export * from './kinds.ts'
export * from './otherWords.ts'
export * from './properties.ts'
export * from './relays.ts'
export * from './words.ts'
