/** What a knob does to a number, under the number's row. */
import type { DriveChoice } from '@gliv/document'
import { property, type PropertyId } from '@gliv/model'
import { PROPERTY_TEXTS } from '@gliv/words'
import Close from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import { memo } from 'react'
import { writeDrive } from '../../document/rampAddress.ts'
import { Digits, Word } from '../../shared/controls/words.tsx'
import { edit } from '../../state/document.ts'
import { RampEditor } from '../ramps/RampEditor.tsx'
import { useDrive, useNumberKnobs } from './drive.ts'
import './DriveEditor.css'

export const DriveEditor = memo(({ id }: { id: PropertyId }) => {
  const { address, drive, choose } = useDrive(id)
  const knobs = useNumberKnobs()
  if (!address || !drive) return null
  const { label } = PROPERTY_TEXTS[id]
  const knob = knobs.find((one) => one.id === drive.knob)
  const times = property(id).lane === 'times'
  const set = (change: Partial<DriveChoice>): void =>
    edit(`What a knob makes of ${label}`, (kit) => writeDrive(kit, address, { ...drive, ...change }))
  const end = (key: 'from' | 'to', at: number | undefined) => (
    <span className="drive-end">
      {`at ${at ?? '…'} `}
      {times ? '×' : '+'}
      <Digits
        label={`${label} at the knob’s ${key === 'from' ? 'low' : 'high'} end`}
        value={drive[key]}
        low={times ? 0 : -100_000}
        high={100_000}
        onCommit={(value) => set({ [key]: value })}
      />
    </span>
  )
  return (
    <div className="drive" role="group" aria-label={`${label} by a knob`}>
      <div className="lane-fields">
        <span>by</span>
        <Word
          label={`Knob that drives ${label}`}
          value={drive.knob}
          options={knobs.map((one) => ({ value: one.id, label: one.name }))}
          onChoose={choose}
        />
        {end('from', knob?.low)}
        {end('to', knob?.high)}
        <IconButton className="row-split" aria-label={`No knob for ${label}`} onClick={() => choose(null)}>
          <Close fontSize="inherit" />
        </IconButton>
      </div>
      <RampEditor inline address={address} />
    </div>
  )
})
DriveEditor.displayName = 'DriveEditor'
