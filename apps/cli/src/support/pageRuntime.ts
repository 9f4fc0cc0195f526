/** The script that a page has inside; the build to one file puts the text in this one's place. */
import { readFile } from 'node:fs/promises'
import { Refusal } from '@gliv/model'

/** @throws Refusal where it was not built yet */
export const pageRuntime = async (): Promise<string> => {
  try {
    return await readFile(new URL('../../../../packages/player/page/dist/page.js', import.meta.url), 'utf8')
  } catch {
    throw new Refusal('page', 'the script of the page is not built yet; run npm run build')
  }
}
