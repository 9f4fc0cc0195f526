import { rawData } from '../state/journal.ts'
import { db } from '../state/storage.ts'

/** Everything that is stored of a kit, as it is, handed to the user as a file. */
export const downloadRaw = async (id: string): Promise<void> => {
  const [data, { download }] = await Promise.all([rawData(db, id), import('../shared/download.ts')])
  download(
    `${id}-raw-data.json`,
    JSON.stringify(data, (_key, value: unknown) => (ArrayBuffer.isView(value) ? '(bytes)' : value), 1),
    'application/json',
  )
}
