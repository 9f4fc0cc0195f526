/** Whether it is worked by finger: from the first touch on, until a mouse or a pen is used again. */
export const installTouch = (): void => {
  const { dataset } = document.documentElement
  const set = (by: boolean): void => {
    if (by) dataset['touch'] = ''
    else delete dataset['touch']
  }
  set(matchMedia('(pointer: coarse)').matches)
  addEventListener('pointerdown', ({ pointerType }) => set(pointerType === 'touch'), { capture: true })
}
