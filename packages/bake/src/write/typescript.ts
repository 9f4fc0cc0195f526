/** A sheet's numbers as a TypeScript module: names of effects and clips are types that the compiler checks. */
import { fileNameOf } from './fileName.ts'
import type { SheetJson } from '../sheet/json.ts'
import type { Sheet } from '../sheet/sheet.ts'

const quoted = (text: string): string => `'${text.replace(/\\/g, '\\\\').replace(/'/g, "\\'")}'`

/** The name of a clip in code: its effect's, and its own where there are more. */
const clipNames = (sheet: Sheet): string[] =>
  sheet.numbers.clips.map(({ effect, name }) => {
    const of = sheet.drawn.find((one) => one.effect.id === effect)!.effect.name
    return fileNameOf(name === '' ? of : `${of} ${name}`)
  })

/** The module's text. */
export const typescriptOf = (json: SheetJson, sheet: Sheet): string => {
  const names = clipNames(sheet)
  const clips = sheet.numbers.clips.map(
    ({ from, count, fps, durationSeconds, loop, pivot, frame, scale }, k) =>
      `  ${quoted(names[k]!)}: ${JSON.stringify({ from, count, fps, durationSeconds, loop, pivot, frame, scale })},`,
  )
  return [
    '/** A sheet of effects, written by Gliv. Numbers are in px of the pictures and in seconds. */',
    '',
    `export const images = ${JSON.stringify('pages' in json ? json.pages : [{ image: json.image, size: json.size }])} as const`,
    '',
    'export const clips = {',
    ...clips,
    '} as const',
    '',
    `export type ClipName = ${names.map(quoted).join(' | ')}`,
    '',
    'export interface Frame {',
    '  readonly x: number',
    '  readonly y: number',
    '  readonly w: number',
    '  readonly h: number',
    '  readonly offsetX: number',
    '  readonly offsetY: number',
    '  readonly seconds: number',
    '  readonly page?: number',
    '}',
    '',
    'export const frames: readonly Frame[] = [',
    ...json.frames.map((frame) => `  ${JSON.stringify(frame)},`),
    ']',
    '',
  ].join('\n')
}
