/** The column: which effects, and four sentences of what becomes of them. */
import { type Kit, sheetsOfEffects } from '@gliv/document'
import type { ReactNode } from 'react'
import { factorText, readFactor } from '../document/factor.ts'
import { ColourField } from '../shared/controls/ColourField.tsx'
import { Tick, TickList } from '../shared/controls/TickList.tsx'
import { TypedField } from '../shared/controls/TypedField.tsx'
import { type Option, Word } from '../shared/controls/words.tsx'
import { colourPairs, setMany, useMany } from './useMany.ts'

const options = (
  list: readonly { readonly id: string; readonly name: string }[],
  none: string,
): readonly Option[] => [
  { value: '', label: none },
  ...list.map(({ id, name }) => ({ value: id, label: name })),
]

const Sentence = ({ name, help, children }: { name: string; help: string; children: ReactNode }) => (
  <section className="many-sentence" aria-label={name} title={help}>
    {children}
  </section>
)

const Effects = ({ kit }: { kit: Kit }) => {
  const out = useMany((s) => s.out)
  return (
    <TickList
      title="Effects"
      list={kit.effectOrder.map((id) => kit.effects[id]!)}
      out={out}
      onSet={(next) => setMany({ out: next })}
    />
  )
}

const Colours = ({ kit, ids }: { kit: Kit; ids: readonly string[] }) => {
  const asked = useMany()
  const { palette, own } = asked
  const palettes = kit.paletteOrder.map((id) => kit.palettes[id]!)
  return (
    <Sentence
      name="Colours"
      help="Tints of ramps and picks, flashes; types that are locked to a palette follow"
    >
      <p>
        <b>Colours</b>{' '}
        <Word
          label="Colours that change"
          value={palette.from ?? ''}
          options={options(palettes, 'all of them')}
          onChoose={(id) => setMany({ palette: { ...palette, from: id || null }, own: {} })}
        />{' '}
        become{' '}
        <Word
          label="Palette that they become"
          value={palette.to ?? ''}
          options={options(palettes, 'what they are')}
          onChoose={(id) => setMany({ palette: { ...palette, to: id || null }, own: {} })}
        />
      </p>
      <div className="many-colours">
        {colourPairs(kit, ids, asked).map(([from, to]) => (
          <span
            key={from}
            className={from === to ? 'many-colour' : 'many-colour moved'}
            title={`${from} becomes ${to}`}
          >
            <i style={{ background: from }} />
            <code>{from}</code>
            <span aria-hidden>→</span>
            <ColourField
              value={to}
              onMove={(colour) => setMany({ own: { ...own, [from]: colour } })}
              onDone={() => undefined}
              onCommit={(colour) => setMany({ own: { ...own, [from]: colour } })}
            />
          </span>
        ))}
      </div>
    </Sentence>
  )
}

const Picture = ({ kit, ids }: { kit: Kit; ids: readonly string[] }) => {
  const picture = useMany((s) => s.picture)
  const used = sheetsOfEffects(kit, ids)
  return (
    <Sentence name="Picture" help="Frames and clips are found by their names, else by their numbers">
      <p>
        <b>Picture</b> in the place of{' '}
        <Word
          label="Picture that goes"
          value={used.some(({ id }) => id === picture.from) ? (picture.from ?? '') : ''}
          options={options(used, 'none')}
          onChoose={(id) => setMany({ picture: { ...picture, from: id || null } })}
        />{' '}
        comes{' '}
        <Word
          label="Picture that comes"
          value={picture.to ?? ''}
          options={options(
            kit.sheetOrder.map((id) => kit.sheets[id]!),
            'none',
          )}
          onChoose={(id) => setMany({ picture: { ...picture, to: id || null } })}
        />
      </p>
      <Tick
        label="seen as large as before"
        value={picture.keepSize}
        onSet={(keepSize) => setMany({ picture: { ...picture, keepSize } })}
      />
    </Sentence>
  )
}

const Size = () => {
  const size = useMany((s) => s.size)
  return (
    <Sentence name="Size" help="Every length and speed: the same picture, magnified">
      <p>
        <b>Size</b> everything ×{' '}
        <TypedField
          label="Factor of everything"
          shown={factorText(size.factor)}
          read={readFactor}
          hint="Type a factor from 0.01 to 100, like 2, or 50 %"
          onCommit={(factor) => setMany({ size: { ...size, factor } })}
        />
      </p>
      <Tick
        label="stages, views and frames of bakes, too"
        value={size.world}
        onSet={(world) => setMany({ size: { ...size, world } })}
      />
    </Sentence>
  )
}

const anyText = (text: string): string => text

const Names = () => {
  const names = useMany((s) => s.names)
  return (
    <Sentence name="Names" help="{name} is the name so far, {n} the number in the order, {kit} the kit">
      <p>
        <b>Names</b> like{' '}
        <TypedField
          label="Pattern of names"
          shown={names.pattern}
          read={(text) => (text.trim() === '' ? null : text)}
          hint="Type a name; {name}, {n} and {kit} stand for names and numbers"
          onCommit={(pattern) => setMany({ names: { ...names, pattern } })}
        />
      </p>
      <p>
        find{' '}
        <TypedField
          label="Text to find"
          shown={names.find}
          width={10}
          read={anyText}
          hint=""
          onCommit={(find) => setMany({ names: { ...names, find } })}
        />{' '}
        and write{' '}
        <TypedField
          label="Text in its place"
          shown={names.replace}
          width={10}
          read={anyText}
          hint=""
          onCommit={(replace) => setMany({ names: { ...names, replace } })}
        />{' '}
        instead
      </p>
    </Sentence>
  )
}

/** The column. */
export const ManyColumn = ({ kit, ids }: { kit: Kit; ids: readonly string[] }) => (
  <div className="many-column">
    <Effects kit={kit} />
    <Colours kit={kit} ids={ids} />
    <Picture kit={kit} ids={ids} />
    <Size />
    <Names />
  </div>
)
