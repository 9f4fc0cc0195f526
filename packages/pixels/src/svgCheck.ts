/**
 * What an SVG may hold to be drawn: shapes. What runs, loads, or takes minutes to draw is refused before
 * anything draws it.
 */
import { PictureError } from './pngCheck.ts'

/** Larger drawings are surely not sprites, and take long. */
const MOST_CHARACTERS = 4 * 1024 * 1024
const MOST_ELEMENTS = 20_000
/** Copies of copies of copies: each level multiplies. */
const MOST_COPIES = 2000

const REFUSED: readonly (readonly [RegExp, string])[] = [
  [/<\s*(?:[\w-]+:)?script[\s>/]/i, 'it holds a script; remove it'],
  [
    /<\s*(?:[\w-]+:)?foreignObject[\s>/]/i,
    'it holds a piece of a web page (foreignObject); remove it, or save it as PNG',
  ],
  [
    /<\s*(?:[\w-]+:)?(?:filter|fe[A-Z]\w+)[\s>/]/i,
    'it uses filters, which can take minutes to draw; flatten them, or save it as PNG',
  ],
  [/\bfilter\s*[:=]/i, 'it uses filters, which can take minutes to draw; flatten them, or save it as PNG'],
  [/<\s*(?:[\w-]+:)?(?:animate\w*|set)[\s>/]/i, 'it is animated; save its frames as pictures'],
  [/[\s"'/]on[a-z]+\s*=/i, 'it holds a script (an event attribute); remove it'],
  [/<!ENTITY/i, 'it defines entities, which can grow without end; save it plainly'],
  [/@import/i, 'it loads a style sheet; put the styles into it'],
  [
    /(?:href|src)\s*=\s*["']\s*(?!#|data:image\/(?:png|jpeg|gif|webp);)[^"'\s]/i,
    'it loads something from elsewhere; put it into the drawing',
  ],
  [/url\(\s*["']?\s*(?!#|["']?#)[^)\s]/i, 'it loads something from elsewhere; put it into the drawing'],
]

const count = (text: string, words: RegExp): number => text.match(words)?.length ?? 0

/** Throws `PictureError` with the reason and what to do. */
export const checkSvg = (svg: string): void => {
  const refuse = (why: string): never => {
    throw new PictureError(`The SVG is not drawn: ${why}`)
  }
  if (svg.length > MOST_CHARACTERS)
    refuse(
      `it has ${svg.length} characters; at most ${MOST_CHARACTERS} are drawn; simplify it, or save it as PNG`,
    )
  for (const [words, why] of REFUSED) if (words.test(svg)) refuse(why)
  const elements = count(svg, /<[a-z]/gi)
  if (elements > MOST_ELEMENTS)
    refuse(`it has ${elements} elements; at most ${MOST_ELEMENTS} are drawn; simplify it, or save it as PNG`)
  const copies =
    count(svg, /<\s*(?:[\w-]+:)?use[\s>/]/gi) + count(svg, /<\s*(?:[\w-]+:)?(?:pattern|mask)[\s>/]/gi)
  if (copies > MOST_COPIES || (copies > 24 && nests(svg)))
    refuse('it copies parts of itself too often; flatten it, or save it as PNG')
}

/** Whether copies stand inside of what is copied. */
const nests = (svg: string): boolean =>
  /<(?:g|symbol|pattern|mask)\b[^>]*\bid=[^>]*>(?:(?!<\/(?:g|symbol|pattern|mask)>)[\s\S])*<use\b/i.test(svg)
