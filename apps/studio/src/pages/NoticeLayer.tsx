import { closeSnackbar, enqueueSnackbar, SnackbarProvider } from 'notistack'
import { useEffect } from 'react'
import { useDocument } from '../state/document.ts'

/** Messages that pass, at the screen's edge. */
export const NoticeLayer = () => {
  const notice = useDocument((s) => s.notice)
  useEffect(() => {
    if (!notice) return
    enqueueSnackbar(notice, {
      autoHideDuration: 12_000,
      action: (key) => (
        <button type="button" className="word-choice" onClick={() => closeSnackbar(key)}>
          Close
        </button>
      ),
    })
    useDocument.setState({ notice: null })
  }, [notice])
  return <SnackbarProvider maxSnack={3} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }} />
}
