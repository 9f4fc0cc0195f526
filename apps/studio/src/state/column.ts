/** What the column beside the stage shows. Lifetime: moment. */
import { create } from 'zustand'

export type ColumnPage = 'recipe' | 'levers' | 'effect' | 'cost' | 'compare' | 'explore'

export const useColumn = create<{ readonly page: ColumnPage }>(() => ({ page: 'recipe' }))

export const setColumn = (page: ColumnPage): void => useColumn.setState({ page })
