/** The guide, to read and to search, with its pictures; and the recipes. */
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogTitle from '@mui/material/DialogTitle'
import { useEffect, useMemo, useRef, useState } from 'react'
import Markdown, { type Components } from 'react-markdown'
import remarkGfm from 'remark-gfm'
import text from '../../../../docs/guide.md?raw'
import { FIRST, openGuide, RECIPES, useHelp } from './open.ts'
import { type Found, foundIn, sectionsOf } from './guide.ts'
import { RecipeList } from './RecipeList.tsx'
import './help.css'

const SECTIONS = sectionsOf(text)
const PICTURES = import.meta.glob<string>('../../../../docs/screenshots/*.png', {
  eager: true,
  query: '?url',
  import: 'default',
})
const pictureOf = (name: string | undefined): string | undefined =>
  Object.entries(PICTURES).find(([path]) => path.endsWith(`/${name ?? ''}`))?.[1]

const close = (): void => openGuide(null)

/** Links to other documents are read beside the studio's source; here they are words. */
const COMPONENTS: Components = {
  a: ({ children }) => <i>{children}</i>,
  img: ({ src, alt }) => (
    <img
      src={pictureOf(String(src).split('/').at(-1))}
      alt={alt ?? ''}
      loading="lazy"
      className="guide-picture"
    />
  ),
}

const Contents = ({ found, page }: { found: readonly Found[]; page: string }) => (
  <nav aria-label="Sections of the guide">
    <ul>
      {found.map(({ title, snippet }) => (
        <li key={title}>
          <button
            type="button"
            className={title === page ? 'notched' : ''}
            aria-current={title === page ? 'page' : undefined}
            onClick={() => openGuide(title)}
          >
            {title}
            {snippet !== '' && <small>{snippet}</small>}
          </button>
        </li>
      ))}
      {found.length === 0 && (
        <li className="soft">Nothing in the guide has all of these words; try one of them.</li>
      )}
    </ul>
  </nav>
)

const Page = ({ page }: { page: string }) => {
  const place = useRef<HTMLElement>(null)
  useEffect(() => void place.current?.scrollTo(0, 0), [page])
  const section = SECTIONS.find(({ title }) => title === page)
  return (
    <article ref={place} aria-label={page} tabIndex={0}>
      <h2>{page}</h2>
      {page === RECIPES ? (
        <RecipeList onOpened={close} />
      ) : (
        <Markdown remarkPlugins={[remarkGfm]} components={COMPONENTS}>
          {section?.text ?? 'The guide has no such section.'}
        </Markdown>
      )}
    </article>
  )
}

const GuideDialog = () => {
  const page = useHelp((s) => s.guide) ?? FIRST
  const [search, setSearch] = useState('')
  const found = useMemo(() => foundIn(SECTIONS, search), [search])
  const shown = search === '' ? [{ title: RECIPES, snippet: '' }, ...found] : found
  return (
    <Dialog open onClose={close} maxWidth="lg" fullWidth aria-labelledby="guide-title">
      <DialogTitle id="guide-title" className="guide-head">
        Guide
        <Button onClick={close}>Close</Button>
      </DialogTitle>
      <div className="guide">
        <div className="guide-side">
          <input
            type="search"
            className="plain-input search-field"
            autoFocus
            aria-label="Search the guide"
            placeholder="Search the guide"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && found[0]) openGuide(found[0].title)
            }}
          />
          <Contents found={shown} page={page} />
        </div>
        <Page page={page} />
      </div>
    </Dialog>
  )
}

export default GuideDialog
