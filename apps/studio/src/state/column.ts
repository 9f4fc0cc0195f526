/** What the column beside the stage shows. Lifetime: moment. */
import { create } from 'zustand'

export const useColumn = create<{ readonly page: 'recipe' | 'levers' }>(() => ({ page: 'recipe' }))

export const setColumn = (page: 'recipe' | 'levers'): void => useColumn.setState({ page })
