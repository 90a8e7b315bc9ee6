/** The colours of flower, fruit and leaf. */
export const colours: Record<string, string> = {
  white: '#fffdf7',
  yellow: '#e8c640',
  ochre: '#b8862f',
  orange: '#d9772b',
  copper: '#a35a35',
  red: '#a8302c',
  pink: '#dd8fa6',
  purple: '#6d4479',
  blue: '#4a6ba0',
  green: '#6f8f4e',
  brown: '#7a5638',
  black: '#2a2427',
}
