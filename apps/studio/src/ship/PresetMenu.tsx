/** Presets: sentences under a name that effects follow. */
import { addPreset, deletePreset, followersOf, followPreset, type Kit } from '@gliv/document'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { edit } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { setShipView } from './shipView.ts'

interface Props {
  readonly kit: Kit
  readonly selected: readonly string[]
}

const textOf = (kit: Kit, preset: string | null): string => {
  const found = kit.ship?.presets.find(({ id }) => id === preset)
  if (!found) return 'Preset: none'
  const count = followersOf(kit, found.id).length
  return `Preset: ${found.name} · ${count} ${count === 1 ? 'follows' : 'follow'}`
}

interface Row {
  readonly label: string
  readonly selected?: boolean
  /** It changes presets instead of following one. */
  readonly about?: true
  readonly run: () => void
}

/** What can be done, for what is edited. */
const rowsFor = (kit: Kit, selected: readonly string[], preset: string | null): Row[] => {
  const [first] = selected
  const follow = (kit.ship?.presets ?? []).map(({ id, name }): Row => ({
    label: `Follow ${name}`,
    selected: id === preset,
    run: () => void edit(`Follow ${name}`, (draft) => followPreset(draft, selected, id)),
  }))
  const keep: Row = {
    label: 'Keep these sentences as a preset',
    about: true,
    run: () =>
      void edit('Keep as a preset', (draft) => {
        if (first === undefined) return
        const id = addPreset(draft, first, `${kit.effects[first]!.name} preset`, makeId)
        followPreset(draft, selected, id)
      }),
  }
  if (preset === null) return [...follow, keep]
  return [
    ...follow,
    {
      label: 'Follow none, and keep what is set',
      run: () => void edit('Follow no preset', (draft) => followPreset(draft, selected, null)),
    },
    keep,
    { label: 'Edit the preset', about: true, run: () => setShipView({ open: 'preset' }) },
    {
      label: 'Delete the preset; who follows keeps what is set',
      about: true,
      run: () => void edit('Delete a preset', (draft) => deletePreset(draft, preset)),
    },
  ]
}

/** The preset of what is edited, and what can be done with presets. */
export const PresetMenu = ({ kit, selected }: Props) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [first] = selected
  const preset = (first && kit.ship?.effects[first]?.preset) ?? null
  const rows = rowsFor(kit, selected, preset)
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        disabled={first === undefined}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {textOf(kit, preset)}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {rows.map(({ label, selected: chosen = false, about, run }, k) => (
          <MenuItem
            key={label}
            dense
            divider={about === undefined && rows[k + 1]?.about === true}
            selected={chosen}
            onClick={() => {
              setAnchor(null)
              run()
            }}
          >
            {label}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}
