/** Which sheet of commands is open. Lifetime: moment. */
import { create } from 'zustand'

export type CommandSheet = 'list' | 'keys'

export const useCommandSheets = create<{ readonly open: CommandSheet | null }>(() => ({ open: null }))
export const openSheet = (open: CommandSheet | null): void => useCommandSheets.setState({ open })
