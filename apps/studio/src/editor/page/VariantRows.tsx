/** What an effect is a variant of, and what is its own; or the variants that it has. */
import { followAgain, makeVariant, partVariant, variantsOf } from '@gliv/document'
import { titleOf } from '@gliv/words'
import Button from '@mui/material/Button'
import { Link, useNavigate } from 'react-router'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useEffectId } from '../playback/shownEffect.ts'

/** A place as people say it: the emitter that it belongs to, and the Recipe's label. */
const placeText = (place: string, names: ReadonlyMap<string, string>): string => {
  const [kind = '', ...rest] = place.split('.')
  if (kind === 'effect') return titleOf(place)
  const emitter = [...names.keys()].find((id) => rest.join('.') === id || rest.join('.').startsWith(`${id}.`))
  const inside = emitter === undefined ? '' : rest.join('.').slice(emitter.length + 1)
  const name = (emitter !== undefined && names.get(emitter)) || 'An emitter'
  if (inside === '') return `${name}: taken out`
  return `${name}: ${titleOf(`${kind === 'types' ? 'type' : 'emitter'}.${inside}`)}`
}

const Own = ({ effectId, own }: { effectId: string; own: readonly string[] }) => {
  const kit = useDocument((s) => s.kit)
  const emitters = {
    ...kit?.effects[kit.effects[effectId]?.variant?.of ?? '']?.emitters,
    ...kit?.effects[effectId]?.emitters,
  }
  const names = new Map(Object.values(emitters).map(({ id, name }) => [id, name]))
  const follow = (places: readonly string[]): void =>
    edit('Follow the master again', (draft) => followAgain(draft, effectId, places))
  if (own.length === 0) return <p>Nothing is its own: it is as its master is.</p>
  return (
    <>
      <ul className="variant-own" aria-label="Its own">
        {own.map((place) => (
          <li key={place}>
            <span>{placeText(place, names)}</span>
            <Button
              size="small"
              aria-label={`Follow again: ${placeText(place, names)}`}
              onClick={() => follow([place])}
            >
              Follow again
            </Button>
          </li>
        ))}
      </ul>
      {own.length > 1 && (
        <Button size="small" onClick={() => follow(own)}>
          All follow again
        </Button>
      )}
    </>
  )
}

export const VariantRows = () => {
  const effectId = useEffectId()
  const navigate = useNavigate()
  const kit = useDocument((s) => s.kit)
  const effect = kit?.effects[effectId]
  if (!kit || !effect) return null
  const to = (id: string): string => `/kit/${kit.id}/effect/${encodeURIComponent(id)}`
  const master = effect.variant ? kit.effects[effect.variant.of] : undefined
  const create = (): void => {
    let id = ''
    edit(`Make a variant of ${effect.name}`, (draft) => void (id = makeVariant(draft, effectId, makeId)))
    void navigate(to(id))
  }
  return (
    <>
      {effect.variant && (
        <>
          <p>
            A variant of {master ? <Link to={to(master.id)}>“{master.name}”</Link> : 'an effect that is gone'}
            : what is its own carries a dot, all else follows.
          </p>
          <Own effectId={effectId} own={effect.variant.own} />
          <Button
            size="small"
            onClick={() => edit('Part from the master', (draft) => partVariant(draft, effectId))}
          >
            Part from it
          </Button>
        </>
      )}
      {variantsOf(kit, effectId).map(({ id, name, variant }) => (
        <p key={id}>
          <Link to={to(id)}>“{name}”</Link> is a variant, with {variant!.own.length} of its own
        </p>
      ))}
      <Button size="small" title="Another effect that is this one with changes" onClick={create}>
        Make a variant
      </Button>
    </>
  )
}
