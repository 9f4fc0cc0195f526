/** A pack that is chosen, or dropped on the page. */
import { part, say, wordsOf } from './parts.ts'

export const listenForPacks = (load: (file: File) => Promise<void>): void => {
  const field = part<HTMLInputElement>('pack')
  const take = (file: File | undefined): void => {
    if (file) load(file).catch((error: unknown) => say(`${file.name}: ${wordsOf(error)}`))
  }
  field.addEventListener('change', () => {
    take(field.files?.[0])
    field.value = ''
  })
  const { classList } = document.body
  addEventListener('dragover', (event) => {
    if (!event.dataTransfer?.types.includes('Files')) return
    event.preventDefault()
    classList.add('dropping')
  })
  addEventListener('dragleave', (event) => {
    if (event.relatedTarget === null) classList.remove('dropping')
  })
  addEventListener('drop', (event) => {
    classList.remove('dropping')
    if (!event.dataTransfer?.types.includes('Files')) return
    event.preventDefault()
    take(event.dataTransfer.files[0])
  })
}
