/** Whether the history is looked at. Lifetime: moment. */
import { create } from 'zustand'

export const useHistoryDialog = create<{ readonly open: boolean }>(() => ({ open: false }))
export const openHistory = (open = true): void => useHistoryDialog.setState({ open })
