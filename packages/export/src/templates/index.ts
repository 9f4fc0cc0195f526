/** Text by templates: every number of an effect, in the units that another program wants. */
export { renderTemplate } from './render.ts'
export { type Template, TEMPLATES } from './shipped.ts'
export { converted, unitText } from './units.ts'
export { type NumberView, templateView, type TemplateView } from './view.ts'
