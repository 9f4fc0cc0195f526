/** How far one step goes while modifier keys are held: ten times as far with Shift, a tenth with Alt. */
export const stepFactor = (event: { readonly shiftKey: boolean; readonly altKey?: boolean }): number =>
  event.shiftKey ? 10 : event.altKey === true ? 0.1 : 1
