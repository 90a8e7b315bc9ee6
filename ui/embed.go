// Package ui carries the built front end in the binary.
package ui

import "embed"

// Built is the front end as Vite made it; only .keep in a tree that was not built yet.
//
//go:embed all:built
var Built embed.FS
