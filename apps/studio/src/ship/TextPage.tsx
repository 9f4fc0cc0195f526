/** Numbers as text, by templates of the kit or of Gliv: what is typed is tried at once. */
import ContentCopy from '@mui/icons-material/ContentCopy'
import FileDownload from '@mui/icons-material/FileDownload'
import Button from '@mui/material/Button'
import { useEffect, useState } from 'react'
import { Group, Panel, Separator } from 'react-resizable-panels'
import { useNavigate, useParams } from 'react-router'
import { addTemplate, changeTemplate, deleteTemplate, type Kit } from '@gliv/document'
import { type ShipRule, type Writing, WRITING_RULES } from '@gliv/model'
import { NameField } from '../document/NameField.tsx'
import { AppHeader } from '../frame/AppHeader.tsx'
import { NothingHere } from '../frame/NothingHere.tsx'
import { KitCrumbs } from '../frame/KitCrumbs.tsx'
import { TickList } from '../shared/controls/TickList.tsx'
import { Word } from '../shared/controls/words.tsx'
import { download } from '../shared/download.ts'
import { edit, editStep, shownKit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { RuleRow } from './RuleRow.tsx'
import { choicesIn, fileNameFor, shownTemplate, type ShownTemplate, useText } from './text.ts'
import './ShipPage.css'
import './TextPage.css'

const WRITING: readonly (readonly [string, ShipRule])[] = Object.entries(WRITING_RULES)

/** Steps only matter where times are in them. */
const rowsFor = (writing: Writing) => WRITING.filter(([key]) => key !== 'steps' || writing.per === 'step')

interface Props {
  readonly kit: Kit
  readonly template: ShownTemplate
  /** How numbers are written, of a template that is not the kit's. */
  readonly onWriting: (writing: Writing) => void
  readonly onChoose: (id: string) => void
}

/** A template of the kit from what is shown. */
const keepAsOwn = (template: ShownTemplate, onChoose: (id: string) => void): void => {
  let id = ''
  edit(`Keep the template ${template.name}`, (kit) => {
    const { name, text, writing } = template
    id = addTemplate(kit, { name: `${name}, own`, text, writing }, makeId)
  })
  onChoose(id)
}

const OwnRow = ({ template, onChoose }: Props) => {
  const { id } = template
  if (!template.own)
    return (
      <p className="text-own soft">
        It comes with Gliv.{' '}
        <button type="button" className="word-choice" onClick={() => keepAsOwn(template, onChoose)}>
          change a copy
        </button>
      </p>
    )
  return (
    <p className="text-own">
      <NameField
        label="Template name"
        read={(kit) => kit.templates?.find((one) => one.id === id)?.name}
        write={(kit, name) => changeTemplate(kit, id, { name })}
      />
      <button
        type="button"
        className="word-choice"
        onClick={() => {
          edit(`Delete the template ${template.name}`, (kit) => deleteTemplate(kit, id))
          onChoose('listing')
        }}
      >
        delete
      </button>
    </p>
  )
}

const Column = (props: Props & { out: ReadonlySet<string>; onOut: (out: ReadonlySet<string>) => void }) => {
  const { kit, template, out, onOut, onWriting, onChoose } = props
  return (
    <div className="ship-column">
      <div className="ship-scroll">
        <TickList
          title="Effects"
          list={kit.effectOrder.map((id) => kit.effects[id]!)}
          out={out}
          onSet={onOut}
        />
        <section className="text-sentence" aria-label="Template">
          <p>
            <b>Template</b>{' '}
            <Word label="Template" value={template.id} options={choicesIn(kit)} onChoose={onChoose} />
          </p>
          <OwnRow {...props} />
        </section>
        <section className="text-sentence" aria-label="Numbers">
          <p>
            <b>Numbers</b> as the other program has them
          </p>
          {rowsFor(template.writing).map(([key, rule]) => (
            <RuleRow
              key={key}
              id={key}
              rule={rule}
              value={template.writing[key as keyof Writing]}
              kit={kit}
              stage={null}
              follows={null}
              onSet={(value) => onWriting({ ...template.writing, [key]: value })}
            />
          ))}
        </section>
        <Tags />
      </div>
    </div>
  )
}

/** What a template can name. */
const TAGS = [
  ['{{#effects}} … {{/effects}}', 'for each effect: name, id, play, seed'],
  ['{{#emitters}} … {{/emitters}}', 'in it, for each emitter: name, id, shape, type.name, type.pictures'],
  ['{{#numbers}} … {{/numbers}}', 'in it, for each number: id, label, help, from, to, text, unit, isRange'],
  ['{{#changed}}, {{#type.changed}}', 'only what differs from the defaults'],
  ['{{number.speed.from}}', 'one number by its id; {{type.number.life.text}} one of the type'],
  ['{{^isLast}},{{/isLast}}', 'between two entries'],
] as const

const Tags = () => (
  <details className="text-sentence text-tags">
    <summary>What a template can name</summary>
    <dl>
      {TAGS.map(([tag, means]) => (
        <div key={tag}>
          <dt>{tag}</dt>
          <dd>{means}</dd>
        </div>
      ))}
    </dl>
  </details>
)

/** Most characters of a result that are shown; the file has all of them. */
const SHOWN = 200_000

interface Made {
  readonly template: ShownTemplate
  readonly text: string
  /** Why the template makes nothing, in words. */
  readonly refusal: string | null
}

const copy = async (text: string): Promise<void> => {
  await navigator.clipboard.writeText(text)
  useDocument.setState({ notice: `Copied ${text.length} characters.` })
}

const Actions = ({ kit, template, text, refusal }: Made & { readonly kit: Kit }) => (
  <>
    <Button
      variant="outlined"
      startIcon={<ContentCopy />}
      disabled={refusal !== null}
      onClick={() => void copy(text)}
    >
      Copy
    </Button>
    <Button
      variant="contained"
      startIcon={<FileDownload />}
      disabled={refusal !== null}
      onClick={() => download(fileNameFor(kit, template), text, 'text/plain')}
    >
      Save {fileNameFor(kit, template)}
    </Button>
  </>
)

const typeInto = ({ id, name }: ShownTemplate, text: string): void =>
  editStep(`Template ${name}`, (kit) => changeTemplate(kit, id, { text }))

/** The template above, what it makes below. */
const View = ({ template, text, refusal }: Made) => (
  <Group orientation="vertical">
    <Panel id="text-template" defaultSize="45%" minSize="80px">
      <div className="text-box">
        <textarea
          aria-label="Template text"
          aria-invalid={refusal !== null}
          spellCheck={false}
          value={template.text}
          readOnly={!template.own}
          title={template.own ? '' : 'It comes with Gliv; change a copy of it'}
          onChange={(event) => typeInto(template, event.target.value)}
        />
        {refusal !== null && (
          <p role="alert" className="text-refusal">
            {refusal}
          </p>
        )}
      </div>
    </Panel>
    <Separator className="separator horizontal" aria-label="Height of the template" />
    <Panel id="text-result" minSize="80px">
      <div className="text-box">
        <pre tabIndex={0} role="region" aria-label="Result" className={refusal === null ? '' : 'stale'}>
          {text.slice(0, SHOWN)}
        </pre>
        {text.length > SHOWN && (
          <p className="text-refusal soft">
            The first {SHOWN} of {text.length} characters; the file has all of them.
          </p>
        )}
      </div>
    </Panel>
  </Group>
)

const Body = ({ chosen }: { chosen: string }) => {
  const kit = useDocument((s) => shownKit(s))!
  const navigate = useNavigate()
  const [out, setOut] = useState<ReadonlySet<string>>(new Set())
  const [tried, setTried] = useState<Writing | null>(null)
  const template = shownTemplate(kit, chosen, tried)
  const { text, refusal } = useText(kit, template, out)
  useEffect(() => void (document.title = `Numbers of ${kit.name} as text · Gliv`), [kit.name])
  const choose = (id: string): void => {
    setTried(null)
    void navigate(`/kit/${kit.id}/text/${encodeURIComponent(id)}`, { replace: true })
  }
  const write = (writing: Writing): void => {
    if (template.own) edit('How numbers are written', (k) => changeTemplate(k, template.id, { writing }))
    else setTried(writing)
  }
  return (
    <div className="ship-page">
      <AppHeader
        crumbs={<KitCrumbs kit={kit} here="Numbers as text" />}
        actions={<Actions kit={kit} template={template} text={text} refusal={refusal} />}
      />
      <main className="ship-main">
        <h1 className="only-read">Numbers of {kit.name} as text</h1>
        <Group orientation="horizontal">
          <Panel
            id="text-column"
            defaultSize="334px"
            minSize="260px"
            groupResizeBehavior="preserve-pixel-size"
          >
            <Column
              kit={kit}
              template={template}
              out={out}
              onOut={setOut}
              onWriting={write}
              onChoose={choose}
            />
          </Panel>
          <Separator className="separator vertical" aria-label="Width of the column" />
          <Panel id="text-view" minSize="300px">
            <View template={template} text={text} refusal={refusal} />
          </Panel>
        </Group>
      </main>
    </div>
  )
}

/** `/kit/…/text/…` */
export const TextPage = () => {
  const { templateId } = useParams()
  const some = useDocument((s) => (s.kit?.effectOrder.length ?? 0) > 0)
  return some ? (
    <Body chosen={templateId ?? 'listing'} />
  ) : (
    <NothingHere>
      There is no effect yet. Make one on the kit page; then its numbers can be read here.
    </NothingHere>
  )
}
