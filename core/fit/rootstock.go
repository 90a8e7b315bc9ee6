package fit

import (
	"slices"
	"strings"

	"sedum/core/ground"
)

// Rootstock is what a kind may be grafted on: how large it makes the tree, and what soil it bears itself (handbook, fit.md).
type Rootstock struct {
	Name string `json:"name" maxLength:"60"`
	// SizePct is how large a tree on it grows, in percent of what the catalogue gives for the kind.
	SizePct float64 `json:"size_pct" minimum:"5" maximum:"150"`
	Coarse  Bears   `json:"coarse,omitempty" optional:"true"`
	Medium  Bears   `json:"medium,omitempty" optional:"true"`
	Fine    Bears   `json:"fine,omitempty" optional:"true"`
}

// Is tells whether a label means this rootstock, however it is spaced or written.
func (r Rootstock) Is(label string) bool {
	bare := func(s string) string {
		return strings.Map(func(r rune) rune {
			if r == ' ' || r == '.' || r == '-' {
				return -1
			}
			return r
		}, strings.ToLower(s))
	}
	return bare(label) != "" && bare(label) == bare(r.Name)
}

// OnRootstock is how a kind bears soils when it stands on a rootstock: the roots are the stock's, so what one of the two dislikes the tree
// dislikes. What nobody knows of one of the two is not made known by the other.
func OnRootstock(kind map[ground.SoilGroup]Bears, r Rootstock) map[ground.SoilGroup]Bears {
	out := map[ground.SoilGroup]Bears{}
	for group, bears := range kind {
		out[group] = bears
	}
	for group, bears := range map[ground.SoilGroup]Bears{ground.SoilGroupCoarse: r.Coarse, ground.SoilGroupMedium: r.Medium, ground.SoilGroupFine: r.Fine} {
		if bears == "" {
			continue
		}
		if of, known := out[group]; known && worse(bears, of) {
			out[group] = bears
		}
	}
	return out
}

// worse tells whether one is worse than the other: the words go from the best to the worst.
func worse(a, b Bears) bool {
	all := a.All()
	return slices.Index(all, a) > slices.Index(all, b)
}
