import Popover, { type PopoverActions, type PopoverProps } from '@mui/material/Popover'
import { type ReactNode, useEffect, useRef, useState } from 'react'

/** A popover that stays inside the window when what is in it grows. */
export const GrowingPopover = ({
  className,
  children,
  ...more
}: Omit<PopoverProps, 'action' | 'children'> & { className: string; children: ReactNode }) => {
  const action = useRef<PopoverActions>(null)
  const [body, setBody] = useState<HTMLDivElement | null>(null)
  useEffect(() => {
    if (!body) return
    const observer = new ResizeObserver(() => action.current?.updatePosition())
    observer.observe(body)
    return () => observer.disconnect()
  }, [body])
  return (
    <Popover action={action} {...more}>
      <div ref={setBody} className={className}>
        {children}
      </div>
    </Popover>
  )
}
