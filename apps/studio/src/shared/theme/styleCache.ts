import createCache from '@emotion/cache'

/**
 * Styles of the component library stand in the body, behind all sheets of ours in the head: which rule wins does
 * not depend on when the sheet of a lazily loaded component arrives.
 */
export const styleCache = createCache({ key: 'css', container: document.body })
