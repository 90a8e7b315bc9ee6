import i18next from 'i18next'

/** A sentence by a name that only an answer knows, or else what stands for it. */
export function named(key: string, fallback: string): string {
  return i18next.exists(key) ? String(i18next.t(key as never)) : fallback
}
