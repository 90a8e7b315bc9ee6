import 'i18next'
import type us from './en-US.json'

/** Every sentence is asked for by a key that the message file has: a missing one does not build. */
declare module 'i18next' {
  interface CustomTypeOptions {
    keySeparator: false
    nsSeparator: false
    defaultNS: 'translation'
    resources: { translation: typeof us }
  }
}
