/**
 * Starters of one's own: effects and emitters with all that they need, kept in this browser under a name and tags, for
 * every kit. Each is a text of the clip format.
 */
import { create } from 'zustand'
import { readClip } from '@gliv/document'
import type { StarterRow } from './db.ts'
import { db } from './storage.ts'
import { makeId } from './ids.ts'
import { useDocument } from './document.ts'

export type OwnStarter = StarterRow

interface Asked {
  readonly name: string
  readonly text: string
}

/** What is about to be kept, and waits for its name and tags. Lifetime: moment. */
export const useAskedStarter = create<{ readonly asked: Asked | null }>(() => ({ asked: null }))
export const askStarter = (asked: Asked | null): void => void useAskedStarter.setState({ asked })

/** Longest name and number of tags. */
const NAME_LENGTH = 120
const MOST_TAGS = 20

export const keepStarter = async (text: string, name: string, tags: readonly string[]): Promise<void> => {
  const row: StarterRow = {
    id: makeId('starter'),
    name: name.trim().slice(0, NAME_LENGTH) || 'Starter',
    tags: [...tags].slice(0, MOST_TAGS),
    at: Date.now(),
    text,
  }
  try {
    await db.starters.put(row)
    useDocument.setState({ notice: `“${row.name}” is among the starters now, in every kit of this browser` })
  } catch {
    useDocument.setState({
      notice:
        'The starter was not kept: the browser’s storage does not take it; make room, then keep it again',
    })
  }
}

export const removeStarter = (id: string): Promise<void> => db.starters.delete(id)

/** The latest first. */
export const ownStarters = (): Promise<OwnStarter[]> => db.starters.orderBy('at').reverse().toArray()

/** A starter as a small kit to look at, with the id of its effect; null when it cannot be read any more. */
export const shownStarter = ({ text }: Pick<OwnStarter, 'text'>) => {
  const clip = readClip(text)
  if (typeof clip === 'string' || (clip.kind !== 'effects' && clip.kind !== 'emitters')) return null
  const effect = clip.kind === 'effects' ? clip.effects[0]! : clip.file.kit.effectOrder[0]!
  return { clip, effect, ...clip.file }
}

/** Whether a starter has every word of a search in its name or tags. */
export const isStarterFound = ({ name, tags }: OwnStarter, search: string): boolean => {
  const text = [name, ...tags].join(' ').toLowerCase()
  return search
    .toLowerCase()
    .trim()
    .split(/\s+/)
    .every((word) => text.includes(word))
}
