/** Places of pictures for the open kit. Lifetime: the page; the reader keeps what it has read. */
import { maskReader } from '@gliv/bake'
import { useDocument } from '../state/document.ts'

export const readMask = maskReader(() => useDocument.getState().pictures)
