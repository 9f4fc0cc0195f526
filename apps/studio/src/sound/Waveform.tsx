/** The outline of a sound's samples, as wide as its place. */
import { useEffect, useState } from 'react'
import { useDocument } from '../state/document.ts'
import { decodeSound } from './desk.ts'
import { outlineOf, peaksOf } from './peaks.ts'
import './Waveform.css'

/** Stretches that are drawn. */
const STRETCHES = 160
const known = new Map<string, string>()

export const Waveform = ({ blob }: { blob: string }) => {
  const bytes = useDocument((s) => s.pictures.get(blob))
  const [path, setPath] = useState(known.get(blob) ?? '')
  useEffect(() => {
    if (!bytes || known.has(blob)) return setPath(known.get(blob) ?? '')
    let current = true
    void decodeSound(blob, bytes).then(
      (buffer) => {
        known.set(blob, outlineOf(peaksOf(buffer, STRETCHES)))
        if (current) setPath(known.get(blob)!)
      },
      () => undefined,
    )
    return () => void (current = false)
  }, [blob, bytes])
  return (
    <svg
      className="waveform"
      viewBox="0 0 1 1"
      preserveAspectRatio="none"
      aria-hidden
      data-ready={path !== ''}
    >
      <path d={path} />
    </svg>
  )
}
