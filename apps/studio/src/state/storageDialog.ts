/** Whether what is stored is being looked at. Lifetime: moment. */
import { create } from 'zustand'

export const useStorageDialog = create<{ readonly open: boolean }>(() => ({ open: false }))

export const openStorageDialog = (open: boolean): void => void useStorageDialog.setState({ open })
