import { useEffect } from 'react'

let place = ''
let part = ''

const show = () => {
  document.title = [part, place, 'Sedum'].filter(Boolean).join(' · ')
}

/** Names the place along the soil line in the window's title. */
export function usePlaceTitle(name: string) {
  useEffect(() => {
    place = name
    show()
  }, [name])
}

/** Names what this page is of before its place, so that two windows, or two lines of a history, are told apart. */
export function useTitle(name: string | undefined) {
  useEffect(() => {
    part = name ?? ''
    show()
    return () => {
      part = ''
      show()
    }
  }, [name])
}
