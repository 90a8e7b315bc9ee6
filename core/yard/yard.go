// Package yard holds what stock needs between its arrival and its sale: where it stands, how long it
// soaks, what the weather does to roots in pots, how it is potted up, what is ordered to spare, and
// what a bare-root batch came to (handbook, stock.md with its house defaults; features F031-F063).
//
// Lengths are mm, volumes litres, temperatures C, shares 0 to 1.
package yard
