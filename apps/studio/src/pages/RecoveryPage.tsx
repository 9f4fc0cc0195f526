/** What could not be read of a kit, what there is to go back to, and ways out. */
import Button from '@mui/material/Button'
import type { SetAside } from '@gliv/document'
import { useLiveQuery } from 'dexie-react-hooks'
import { useEffect, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { db, openDocument, saved, useDocument } from '../state/document.ts'
import { type OlderSnapshot, olderSnapshots, openKit, repairKit } from '../state/journal.ts'
import { takeAllBack } from '../state/marks.ts'
import { completePictures, loadBlobs } from '../state/pictureStore.ts'
import { AppHeader } from '../frame/AppHeader.tsx'
import { downloadRaw } from './downloadRaw.ts'
import { Thumbnail } from '../preview/Thumbnail.tsx'
import './RecoveryPage.css'
import './common.css'

const dateText = (ms: number | null): string =>
  ms === null ? 'of unknown date' : new Date(ms).toLocaleString()

const AsideList = ({ rows }: { rows: readonly SetAside[] }) => (
  <ul className="aside-list" data-testid="aside-list">
    {rows.map(({ place, message }, i) => (
      <li key={i}>
        <code>{place}</code> {message}
      </li>
    ))}
  </ul>
)

const goBackTo = (snapshot: OlderSnapshot): Promise<void> =>
  takeAllBack(`Go back to the snapshot ${dateText(snapshot.savedAt)}`, snapshot.kit)

const SnapshotCard = ({ snapshot, usable }: { snapshot: OlderSnapshot; usable: boolean }) => {
  const [pictures, setPictures] = useState<ReadonlyMap<string, Uint8Array> | null>(null)
  useEffect(() => {
    let current = true
    void loadBlobs(db, snapshot.kit).then(
      (found) => current && setPictures(completePictures(snapshot.kit, found).pictures),
    )
    return () => void (current = false)
  }, [snapshot])
  const first = snapshot.kit.effectOrder[0]
  return (
    <article className="card" data-testid="snapshot-card">
      {pictures && first ? (
        <Thumbnail kit={snapshot.kit} effectId={first} pictures={pictures} />
      ) : (
        <div className="kit-cover" />
      )}
      <h2>{dateText(snapshot.savedAt)}</h2>
      <footer>
        <span>
          {snapshot.kit.effectOrder.length} effects · step {snapshot.rev}
        </span>
        <Button variant="outlined" disabled={!usable} onClick={() => void goBackTo(snapshot)}>
          Go back to it
        </Button>
      </footer>
    </article>
  )
}

/** Keeps the kit as it is open, notes what was set aside, and opens it anew. */
const repair = async (kitId: string): Promise<void> => {
  await saved()
  const opened = await openKit(db, kitId)
  await repairKit(db, kitId, { ...opened, setAside: useDocument.getState().aside })
  await openDocument(kitId)
}

const RecoveryHeader = ({
  kitId,
  name,
  onProblem,
}: {
  kitId: string
  name: string | undefined
  onProblem: (problem: string) => void
}) => {
  const navigate = useNavigate()
  const aside = useDocument((s) => s.aside)
  const path = `/kit/${encodeURIComponent(kitId)}`
  const onRepair = (): void =>
    void repair(kitId).then(
      () => navigate(path),
      (error: unknown) => onProblem(error instanceof Error ? error.message : String(error)),
    )
  return (
    <AppHeader
      crumbs={
        <>
          <Link to={path} className="crumb">
            {name ?? kitId}
          </Link>
          <span aria-hidden>›</span>
          <b>Recovery</b>
        </>
      }
      actions={
        <>
          <Button variant="outlined" onClick={() => void downloadRaw(kitId)}>
            Raw data as a file
          </Button>
          <Button variant="contained" disabled={name === undefined || aside.length === 0} onClick={onRepair}>
            Repair
          </Button>
        </>
      }
    />
  )
}

const AsideSection = ({ kitId }: { kitId: string }) => {
  const aside = useDocument((s) => s.aside)
  const kept = useLiveQuery(() => db.aside.where('kit').equals(kitId).toArray(), [kitId]) ?? []
  return (
    <section>
      <h2>Set aside</h2>
      {aside.length > 0 ? (
        <>
          <p>
            These could not be read. Everything else of the kit is open. “Repair” keeps the kit as it is open
            now and notes this list; nothing that is stored is overwritten.
          </p>
          <AsideList rows={aside} />
        </>
      ) : (
        <p>Everything of this kit can be read.</p>
      )}
      {kept.length > 0 && (
        <>
          <h3>Noted by earlier repairs</h3>
          <AsideList rows={kept} />
        </>
      )}
    </section>
  )
}

const SnapshotSection = ({ kitId, usable }: { kitId: string; usable: boolean }) => {
  const snapshots = useLiveQuery(() => olderSnapshots(db, kitId), [kitId])
  return (
    <section>
      <h2>Older snapshots</h2>
      <p>
        A snapshot is taken at every hundredth step, and the last five stay. Going back is one step of undo.
      </p>
      <div className="cards">
        {snapshots?.map((snapshot) => (
          <SnapshotCard key={snapshot.rev} snapshot={snapshot} usable={usable} />
        ))}
        {snapshots?.length === 0 && (
          <p className="empty-note">No snapshot can be opened. The raw data can still be saved as a file.</p>
        )}
      </div>
    </section>
  )
}

export const RecoveryPage = () => {
  const { kitId = '' } = useParams()
  const name = useDocument((s) => s.kit?.name)
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => void (document.title = `Recovery · Gliv`), [])
  return (
    <div className="page">
      <RecoveryHeader kitId={kitId} name={name} onProblem={setProblem} />
      <main className="recovery">
        <h1>Recovery of {name ?? kitId}</h1>
        {problem !== null && (
          <p role="alert" className="failed-part">
            {problem}
          </p>
        )}
        <AsideSection kitId={kitId} />
        <SnapshotSection kitId={kitId} usable={name !== undefined} />
      </main>
    </div>
  )
}
