/** The package has no types; the one function in use is typed where it is called. */
declare module 'gifenc'
