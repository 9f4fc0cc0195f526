/** The browser's database: kits, their journals, and pictures by content. */
import type { Kit } from '@gliv/document'
import Dexie, { type DexieOptions, type EntityTable, type Table } from 'dexie'
import type { Patch } from 'immer'

export interface KitRow {
  id: string
  name: string
  /** Revision of the last commit. */
  rev: number
  effects: number
  updatedAt: number
  /** Words by which it is found on the shelf. */
  tags?: string[]
  /** When it was deleted, ms since 1970: it stays for `DELETED_DAYS` and can be put back. */
  deletedAt?: number
}

export interface Commit {
  kit: string
  rev: number
  label: string
  patches: Patch[]
  inverse: Patch[]
  tab: string
  formatVersion: number
  /** The reader that took it when it was made (build.ts). */
  reader?: string
  /** What this commit is: an edit, or the taking back or bringing back of the edit with that revision. */
  kind: 'edit' | 'undo' | 'redo'
  of?: number
  /** The same by the edit's own name, which it has before it is written. */
  ofUid?: string
  /** Its own name, given when it was made; those of before have none. */
  uid?: string
  /** Hash of what is in it and of the hash before it, so that damage and gaps are seen. */
  hash?: string
  /** The hash of the commit before it; empty for the first. */
  before?: string
  /** When it was made, ms since 1970; not in those of before. */
  at?: number
}

export interface Snapshot {
  kit: string
  rev: number
  document: Kit
  /** Hash of the document's JSON; those of before have none. */
  hash?: string
  /** ms since 1970. */
  savedAt?: number
  /** The reader that had read it when it was written (build.ts). */
  reader?: string
}

/** A drag in progress, journalled so that a killed tab loses at most half a second of it. */
export interface Draft {
  kit: string
  tab: string
  baseRev: number
  label: string
  patches: Patch[]
  inverse: Patch[]
}

/** A picture, a sound or a clip, by the hash of its content. */
export interface PictureRow {
  hash: string
  /** What the bytes are; not in rows of before. */
  mediaType?: string
  bytes: Uint8Array
}

/** Something that could not be read and was put here when the kit was repaired. */
export interface AsideRow {
  key?: number
  kit: string
  /** ms since 1970. */
  at: number
  place: string
  message: string
}

/** A small picture of an effect, by the hash of what it shows. Made anew whenever it is not there. */
export interface StillRow {
  hash: string
  png: Uint8Array
  /** Where the effect runs and how it is framed. */
  show: unknown
  /** ms since 1970. */
  madeAt: number
}

/** The folder that a kit's bakes were written to; the handle is the browser's own. */
export interface FolderRow {
  kit: string
  handle: unknown
}

/** The file or the folder that a kit was opened from or saved to; the handle is the browser's own. */
export interface FileRow {
  kit: string
  handle: unknown
  name: string
  /** Content hash of what lay there when it was last read or written here. */
  hash: string
}

/** A file on the disk that a sheet's picture follows. */
export interface LinkRow {
  kit: string
  sheet: string
  handle: unknown
  name: string
  /** The file as it was last taken in: its time, ms since 1970, and size in bytes. */
  modified: number
  size: number
  /** The sheet's picture then; another one was drawn here since. */
  picture: string
}

/** An effect or emitters that were kept to start others from. */
export interface StarterRow {
  id: string
  name: string
  tags: string[]
  /** ms since 1970. */
  at: number
  /** In the clip format. */
  text: string
}

/** A kept state of an effect: a working aid beside the kit, never part of it. */
export interface TakeRow {
  id: string
  kit: string
  effect: string
  name: string
  /** ms since 1970. */
  at: number
  /** The effect with copies of all that it needs, as a small kit; pictures and sounds by content. */
  piece: Kit
}

/** A state of a whole kit that is kept beside its history. */
export interface MarkRow {
  id: string
  kit: string
  name: string
  /** ms since 1970. */
  at: number
  /** Made by itself, and given up by itself when there are many. */
  auto: boolean
  document: Kit
}

export class Database extends Dexie {
  declare kits: EntityTable<KitRow, 'id'>
  declare commits: Table<Commit, [string, number]>
  declare snapshots: Table<Snapshot, [string, number]>
  declare drafts: Table<Draft, [string, string]>
  declare pictures: EntityTable<PictureRow, 'hash'>
  declare stills: EntityTable<StillRow, 'hash'>
  declare aside: EntityTable<AsideRow, 'key'>
  declare folders: EntityTable<FolderRow, 'kit'>
  declare files: EntityTable<FileRow, 'kit'>
  declare links: Table<LinkRow, [string, string]>
  declare starters: EntityTable<StarterRow, 'id'>
  declare takes: EntityTable<TakeRow, 'id'>
  declare marks: EntityTable<MarkRow, 'id'>

  constructor(name = 'gliv', options: DexieOptions = {}) {
    // Strict: a transaction is complete when it is on the disk, not when the system has promised to write it.
    super(name, { chromeTransactionDurability: 'strict', ...options })
    this.version(1).stores({
      kits: 'id, updatedAt',
      commits: '[kit+rev], kit',
      snapshots: '[kit+rev], kit',
      drafts: '[kit+tab], kit',
      pictures: 'hash',
    })
    this.version(2).stores({ aside: '++key, kit' })
    this.version(3).stores({ stills: 'hash, madeAt' })
    this.version(4).stores({ folders: 'kit' })
    this.version(5).stores({ takes: 'id, kit, [kit+effect]', marks: 'id, kit' })
    this.version(6).stores({ files: 'kit', links: '[kit+sheet], kit', starters: 'id, at' })
  }
}
