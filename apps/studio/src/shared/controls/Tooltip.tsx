import MuiTooltip, { type TooltipProps } from '@mui/material/Tooltip'

/** A tooltip whose text can be found on what it is about, too, by those who ask what that is (`help/explain.ts`). */
export const Tooltip = (props: TooltipProps) => (
  <MuiTooltip {...(typeof props.title === 'string' ? { 'data-help': props.title } : {})} {...props} />
)
