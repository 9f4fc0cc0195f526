/** The guide as sections, and what is found in them. Pure. */

export interface Section {
  readonly title: string
  /** Markdown without the title. */
  readonly text: string
}

/** Sections of a guide, one for each heading of the second rank. */
export const sectionsOf = (markdown: string): readonly Section[] =>
  markdown
    .split(/^## /m)
    .slice(1)
    .map((part) => {
      const end = part.indexOf('\n')
      return { title: part.slice(0, end).trim(), text: part.slice(end + 1).trim() }
    })

export interface Found {
  readonly title: string
  /** Around the first word that was found; empty where only the title has it. */
  readonly snippet: string
}

const PLAIN = /!\[[^\]]*\]\([^)]*\)|\[([^\]]*)\]\([^)]*\)|[*`|]+/g
const plain = (markdown: string): string =>
  markdown
    .replace(PLAIN, (_, link?: string) => link ?? '')
    .replace(/\s+/g, ' ')
    .trim()

const AROUND = 60

const snippetOf = (text: string, word: string): string => {
  const at = text.toLowerCase().indexOf(word)
  if (at < 0) return ''
  const from = Math.max(0, at - AROUND)
  const to = Math.min(text.length, at + word.length + AROUND)
  return `${from > 0 ? '…' : ''}${text.slice(from, to).trim()}${to < text.length ? '…' : ''}`
}

/** Sections that have every word of a search, those with one in the title first. */
export const foundIn = (sections: readonly Section[], search: string): readonly Found[] => {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return sections.map(({ title }) => ({ title, snippet: '' }))
  return sections
    .map(({ title, text }) => ({ title, plain: plain(text) }))
    .filter((one) => words.every((word) => `${one.title} ${one.plain}`.toLowerCase().includes(word)))
    .toSorted(
      (a, b) =>
        Number(b.title.toLowerCase().includes(words[0]!)) - Number(a.title.toLowerCase().includes(words[0]!)),
    )
    .map((one) => ({ title: one.title, snippet: snippetOf(one.plain, words[0]!) }))
}
