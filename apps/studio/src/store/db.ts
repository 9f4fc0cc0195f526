/** The browser's database: kits, their journals, and pictures by content. */
import type { Kit } from '@gliv/document'
import Dexie, { type EntityTable, type Table } from 'dexie'
import type { Patch } from 'immer'

export interface KitRow {
  id: string
  name: string
  /** Revision of the last commit. */
  rev: number
  effects: number
  updatedAt: number
}

export interface Commit {
  kit: string
  rev: number
  label: string
  patches: Patch[]
  inverse: Patch[]
  tab: string
  formatVersion: number
  /** What this commit is: an edit, or the taking back or bringing back of the edit with that revision. */
  kind: 'edit' | 'undo' | 'redo'
  of?: number
}

export interface Snapshot {
  kit: string
  rev: number
  document: Kit
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

export interface PictureRow {
  hash: string
  bytes: Uint8Array
}

export class Database extends Dexie {
  declare kits: EntityTable<KitRow, 'id'>
  declare commits: Table<Commit, [string, number]>
  declare snapshots: Table<Snapshot, [string, number]>
  declare drafts: Table<Draft, [string, string]>
  declare pictures: EntityTable<PictureRow, 'hash'>

  constructor(name = 'gliv') {
    super(name)
    this.version(1).stores({
      kits: 'id, updatedAt',
      commits: '[kit+rev], kit',
      snapshots: '[kit+rev], kit',
      drafts: '[kit+tab], kit',
      pictures: 'hash',
    })
  }
}
