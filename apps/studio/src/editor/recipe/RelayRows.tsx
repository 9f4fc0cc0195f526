import { addRelay, effectsWithin, type Kit, newRelay, type Relay } from '@gliv/document'
import { type PropertyId, RELAY_LAUNCHES, RELAY_TRIGGERS, type RelayTrigger } from '@gliv/model'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import { useMemo } from 'react'
import { RELAY_LAUNCH_TEXTS, RELAY_TRIGGER_TEXTS } from '@gliv/words'
import { type Word, WordRow } from '../../shared/controls/WordRow.tsx'
import { edit } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { select } from '../../state/session.ts'
import { PropertyRow } from '../fields/PropertyRow.tsx'
import { useShown, useShownData } from '../playback/shownEffect.ts'
import { addressOf, type EmitterPath } from './emitterPath.ts'
import { copyRelays, sameRelays, sharingRelays, useRelaysTogether } from './relaysTogether.ts'

/** The number that belongs to a trigger. */
const TRIGGER_NUMBERS = {
  birth: [],
  end: [],
  contact: [],
  everyPx: ['relayPx'],
  everySeconds: ['relaySeconds'],
  slow: ['relaySlow'],
} as const satisfies Record<RelayTrigger, readonly PropertyId[]>

const NO_WORDS: readonly Word[] = []

/** Dormant emitters and effects that can be handed over to; `e:` and `x:` tell them apart. */
const useReceivers = (path: EmitterPath): readonly Word[] => {
  return useShownData<readonly Word[]>((kit, effect) => {
    const emitters = Object.values(effect.emitters)
      .filter((e) => e.dormant && e.companionOf === null)
      .map((e) => ({ value: `e:${e.id}`, label: e.name }))
    const effects = kit.effectOrder
      .map((id) => kit.effects[id]!)
      .filter((e) => e.id !== path.effect && e.play === 'once' && !effectsWithin(kit, e.id).has(path.effect))
      .map((e) => ({ value: `x:${e.id}`, label: `effect: ${e.name}` }))
    return [...emitters, ...effects]
  }, NO_WORDS)
}

interface ShownRelay {
  readonly trigger: RelayTrigger
  readonly launch: Relay['launch']
  /** Whom it sends: `e:` an emitter, `x:` an effect. */
  readonly to: string
}

interface RelayProps {
  readonly id: string
  /** The emitter, and those that have the same relays. */
  readonly path: EmitterPath
}

/** One step of undo that changes an emitter's relays, and those of the emitters that have the same. */
const changeRelays = (path: EmitterPath, label: string, recipe: (kit: Kit) => void): void =>
  edit(label, (kit) => {
    recipe(kit)
    copyRelays(kit, path, path.also ?? [], makeId)
  })

type ChangeRelay = (label: string, recipe: (relay: Relay) => void) => void

const removeRelay = ({ id, path }: RelayProps): void =>
  changeRelays(path, 'Remove a relay', (kit) => {
    const emitter = kit.effects[path.effect]!.emitters[path.emitter]!
    emitter.relays = emitter.relays.filter((r) => r.id !== id)
  })

/** When it fires, whom it sends, and where headings count from. */
const RelayWords = ({
  shown: { trigger, launch, to },
  receivers,
  change,
}: {
  shown: ShownRelay
  receivers: readonly Word[]
  change: ChangeRelay
}) => (
  <>
    <WordRow
      title="When"
      value={trigger}
      options={RELAY_TRIGGERS.map((value) => ({ value, label: RELAY_TRIGGER_TEXTS[value] }))}
      onChange={(value) =>
        change(
          `Relay ${RELAY_TRIGGER_TEXTS[value as RelayTrigger]}`,
          (relay) => void (relay.trigger = value as RelayTrigger),
        )
      }
    />
    <WordRow
      title="Wakes"
      value={to}
      options={receivers}
      onChange={(value) =>
        change('Hand over to another', (relay) => {
          relay.emitter = value.startsWith('e:') ? value.slice(2) : null
          relay.effect = value.startsWith('x:') ? value.slice(2) : null
        })
      }
    />
    <WordRow
      title="Heads from"
      value={launch}
      options={RELAY_LAUNCHES.map((value) => ({ value, label: RELAY_LAUNCH_TEXTS[value] }))}
      onChange={(value) =>
        change('Headings of a relay', (relay) => void (relay.launch = value as Relay['launch']))
      }
    />
  </>
)

const rowsOf = (trigger: RelayTrigger, toEffect: boolean): PropertyId[] => [
  ...TRIGGER_NUMBERS[trigger],
  'relayCount',
  'relayChance',
  'relayDelay',
  ...(toEffect ? (['relayInstances'] as const) : (['relayVelocity', 'relayTint', 'relayScale'] as const)),
]

const RelaySection = ({ id, path }: RelayProps) => {
  const shown = useShownData<ShownRelay | null>((_, effect) => {
    const relay = effect.emitters[path.emitter]?.relays.find((r) => r.id === id)
    return relay
      ? {
          trigger: relay.trigger,
          launch: relay.launch,
          to: relay.emitter === null ? `x:${relay.effect}` : `e:${relay.emitter}`,
        }
      : null
  }, null)
  const receivers = useReceivers(path)
  if (!shown) return null
  const change: ChangeRelay = (label, recipe) =>
    changeRelays(path, label, (kit) => {
      const relay = kit.effects[path.effect]!.emitters[path.emitter]!.relays.find((r) => r.id === id)
      if (relay) recipe(relay)
    })
  const toEffect = shown.to.startsWith('x:')
  return (
    <section className="force" data-relay={id}>
      <header>
        <span>Relay</span>
        <IconButton aria-label="Remove this relay" onClick={() => removeRelay({ id, path })}>
          <Close fontSize="inherit" />
        </IconButton>
      </header>
      <RelayWords shown={shown} receivers={receivers} change={change} />
      {rowsOf(shown.trigger, toEffect).map((row) => (
        <PropertyRow key={row} target={addressOf(path, row, id)} id={row} />
      ))}
      {!toEffect && (
        <Button size="small" onClick={() => select(path.effect, shown.to.slice(2))}>
          Show {receivers.find((r) => r.value === shown.to)?.label}
        </Button>
      )}
    </section>
  )
}

interface Sharing {
  readonly others: readonly EmitterPath[]
  /** They have the same relays. */
  readonly same: boolean
}

const ALONE: Sharing = { others: [], same: true }

/** Whether relays are set for all emitters of a shared type; unticked, this one gets its own. */
const TogetherSwitch = ({ path, sharing }: { path: EmitterPath; sharing: Sharing }) => {
  const wanted = useRelaysTogether((s) => s.wanted)
  const name = useShown((kit) => kit.types[path.type]?.name ?? '', '')
  if (sharing.others.length === 0) return null
  const toggle = (on: boolean): void => {
    useRelaysTogether.setState({ wanted: on })
    if (on && !sharing.same)
      edit('Same relays for all of a type', (kit) => copyRelays(kit, path, sharing.others, makeId))
  }
  return (
    <label
      className="check-row"
      title="What is set here is set for every emitter of this effect that sends out the type"
    >
      <Checkbox
        size="small"
        checked={wanted && sharing.same}
        onChange={(event) => toggle(event.target.checked)}
      />{' '}
      for all {sharing.others.length + 1} emitters of “{name}”
    </label>
  )
}

/** What this emitter's particles hand over to, and when. A dormant emitter sends out only that way. */
export const RelayRows = ({ path: one }: { path: EmitterPath }) => {
  const sharing = useShownData<Sharing>((kit) => {
    const others = sharingRelays(kit, one)
    return { others, same: sameRelays(kit, one, others) }
  }, ALONE)
  const together = useRelaysTogether((s) => s.wanted) && sharing.same && sharing.others.length > 0
  const path = useMemo(
    () => (together ? { ...one, also: sharing.others } : { ...one, also: [] }),
    [one, together, sharing],
  )
  const ids = useShown(
    (_, effect) => effect.emitters[path.emitter]?.relays.map((r) => r.id).join(' ') ?? '',
    '',
  )
  const receivers = useReceivers(path)
  return (
    <div className="force-rows">
      <TogetherSwitch path={path} sharing={sharing} />
      {ids
        .split(' ')
        .filter(Boolean)
        .map((id) => (
          <RelaySection key={id} id={id} path={path} />
        ))}
      <Button
        startIcon={<Add />}
        title="Adds a dormant emitter that these particles set off"
        onClick={() =>
          changeRelays(
            path,
            'Add a relay to a new emitter',
            (kit) => void addRelay(kit, path.effect, path.emitter, makeId),
          )
        }
      >
        Hand over to a new emitter
      </Button>
      {receivers.length > 0 && (
        <Button
          startIcon={<Add />}
          onClick={() =>
            changeRelays(path, 'Add a relay', (kit) => {
              const [first] = receivers
              const relay = newRelay(makeId('relay'), first!.value.slice(2))
              kit.effects[path.effect]!.emitters[path.emitter]!.relays.push(
                first!.value.startsWith('e:')
                  ? relay
                  : { ...relay, emitter: null, effect: first!.value.slice(2) },
              )
            })
          }
        >
          Hand over to one there is
        </Button>
      )}
    </div>
  )
}
