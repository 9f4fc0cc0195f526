/** The column of the ship screen: effects, how they ship, what one should know. */
import { changedSentences, followersOf, type Kit, shippingOf, shipSettings } from '@gliv/document'
import { PRESET_SENTENCES, type PresetSentence, SHIP_DEFAULTS, type ShipSentence } from '@gliv/model'
import { useState } from 'react'
import { NameField } from '../document/NameField.tsx'
import type { ShownSheet } from '../workers/ship.worker.ts'
import { EffectTicks } from './EffectTicks.tsx'
import { OwnRows } from './OwnRows.tsx'
import { Sentences } from './Sentences.tsx'
import type { Known } from './sentenceTexts.ts'
import { setShipView, useShipView } from './shipView.ts'
import { giveBack, setPresetValue, setValue } from './useShipEdit.ts'
import type { Bakes } from './useBakes.ts'

/** What the bake that is shown tells about the effect that is edited. */
const knownOf = (shown: ShownSheet | null, id: string): Known => {
  const clips = shown?.clips.filter(({ effect }) => effect === id) ?? []
  const [first] = clips
  if (!shown || !first) return { made: null, frame: null }
  const scale = shown.draft
  return {
    made: {
      count: clips.reduce((sum, clip) => sum + clip.count, 0),
      fps: first.fps,
      seconds: clips.reduce((sum, clip) => sum + clip.durationSeconds, 0),
    },
    frame: { w: Math.round(first.frame.w / scale), h: Math.round(first.frame.h / scale) },
  }
}

const How = ({ kit, ids, bakes }: { kit: Kit; ids: readonly string[]; bakes: Bakes }) => {
  const open = useShipView((s) => s.open)
  const [id] = ids as [string]
  const shipping = shippingOf(kit, id)
  return (
    <>
      <header className="ship-how">
        <small>How</small>
        <b title={ids.map((one) => kit.effects[one]!.name).join(', ')}>
          {kit.effects[id]!.name}
          {ids.length > 1 && ` and ${ids.length - 1} more`}
        </b>
      </header>
      <Sentences
        kit={kit}
        settings={shipSettings(kit, id)}
        known={knownOf(bakes.shown, id)}
        open={open === 'preset' ? null : open}
        onOpen={(sentence) => setShipView({ open: sentence })}
        onSet={(sentence, values) => setValue(ids, sentence, values)}
        changed={shipping.preset === null ? [] : changedSentences(shipping)}
        onGiveBack={(sentence) => giveBack(ids, sentence)}
        more={(sentence) => <OwnRows sentence={sentence} ids={ids} shipping={shipping} />}
      />
    </>
  )
}

/** The preset in the place of the effect: it says how many follow before anything is changed. */
const PresetHow = ({ kit, preset }: { kit: Kit; preset: string }) => {
  const [open, setOpen] = useState<ShipSentence | null>(null)
  const found = kit.ship?.presets.find(({ id }) => id === preset)
  if (!found) return null
  const count = followersOf(kit, preset).length
  return (
    <>
      <header className="ship-how preset">
        <small>
          Preset · {count} {count === 1 ? 'effect follows' : 'effects follow'}
        </small>
        <NameField
          className="name-field"
          label="Preset name"
          read={(k) => k.ship?.presets.find(({ id }) => id === preset)?.name}
          write={(k, name) => {
            k.ship = {
              ...k.ship!,
              presets: k.ship!.presets.map((one) => (one.id === preset ? { ...one, name } : one)),
            }
          }}
        />
        <button type="button" className="word-choice" onClick={() => setShipView({ open: null })}>
          done
        </button>
      </header>
      <Sentences
        kit={kit}
        settings={{ ...SHIP_DEFAULTS, ...found.sentences }}
        known={{ made: null, frame: null }}
        open={open}
        onOpen={setOpen}
        without={['range']}
        onSet={(sentence, values) => {
          if ((PRESET_SENTENCES as readonly string[]).includes(sentence))
            setPresetValue(preset, sentence as PresetSentence, values)
        }}
      />
    </>
  )
}

const Notes = ({ kit, bakes }: { kit: Kit; bakes: Bakes }) => {
  const notes = [...(bakes.shown?.notes ?? [])]
  return (
    <div className="ship-notes" aria-label="What to know" role="status">
      {bakes.failure !== null && <p className="wrong">{bakes.failure}</p>}
      {bakes.refused.map(({ name, message }) => (
        <p key={name} className="wrong">
          {name}: {message}
        </p>
      ))}
      {notes
        .sort((a, b) => (a.kind === b.kind ? 0 : a.kind === 'fault' ? -1 : 1))
        .map(({ effect, kind, text }) => (
          <p key={effect + text} className={kind === 'fault' ? 'wrong' : ''}>
            {kit.effects[effect]?.name}: {text}
          </p>
        ))}
    </div>
  )
}

/** The column. */
export const ShipColumn = ({
  kit,
  bakes,
  sheets,
  changed,
}: {
  kit: Kit
  bakes: Bakes
  sheets: ReadonlyMap<string, ShownSheet>
  changed: ReadonlySet<string>
}) => {
  const selected = useShipView((s) => s.selected)
  const open = useShipView((s) => s.open)
  const ids = selected.filter((id) => kit.effects[id])
  const preset = ids[0] === undefined ? null : (kit.ship?.effects[ids[0]]?.preset ?? null)
  return (
    <div className="ship-column">
      <div className="ship-scroll">
        <EffectTicks kit={kit} sheets={sheets} changed={changed} />
        {open === 'preset' && preset !== null ? (
          <PresetHow kit={kit} preset={preset} />
        ) : (
          ids.length > 0 && <How kit={kit} ids={ids} bakes={bakes} />
        )}
      </div>
      <Notes kit={kit} bakes={bakes} />
    </div>
  )
}
