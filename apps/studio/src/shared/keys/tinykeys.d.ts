/** The package has types, but its export map does not lead to them. */
declare module 'tinykeys' {
  export type KeyBindingPress = [mods: string[], key: string | RegExp]
  export const parseKeybinding: (text: string) => KeyBindingPress[]
  export const matchKeyBindingPress: (event: KeyboardEvent, press: KeyBindingPress) => boolean
}
