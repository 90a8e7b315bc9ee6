package care

import (
	"slices"
	"time"
)

// Off is one thing that was put on or up for a time and comes off again: what is forgotten strangles, rots or shades (handbook, planting.md,
// "Stake" and "Protection").
type Off struct {
	Code  Code
	From  time.Time
	Until time.Time
}

// comesOff are the entries of a calendar that take something away.
var comesOff = []Code{"berm-out", "leader-off", "stake-off", "fruit-off", "wrap-off", "cover-off"}

// OffOf gathers them in the order of their days, each the first time it comes.
func OffOf(events []Event) []Off {
	out := []Off{}
	for _, e := range events {
		if slices.Contains(comesOff, e.Code) && !slices.ContainsFunc(out, func(o Off) bool { return o.Code == e.Code }) {
			out = append(out, Off{e.Code, e.Date, e.Until})
		}
	}
	return out
}
