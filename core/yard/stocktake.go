package yard

// Seen is a tag that was scanned: whose it is, as the records have it.
type Seen struct {
	Tag string
	// Known is false for a tag that no tree carries or carried.
	Known bool
	// Gone has left the yard by the records: sold, sent back or lost.
	Gone bool
	// Expected is of what is counted.
	Expected bool
}

// Odd is why a scanned tag should not be there.
type Odd string

// The words of Odd.
const (
	OddUnknown   Odd = "unknown"
	OddGone      Odd = "gone"
	OddElsewhere Odd = "elsewhere"
)

// All lists them.
func (Odd) All() []Odd { return []Odd{OddUnknown, OddGone, OddElsewhere} }

// Stocktake is what a count by scanning says.
type Stocktake struct {
	Expected int `json:"expected"`
	There    int `json:"there"`
	// Missing are the expected tags that nobody scanned, in the order in which they are expected.
	Missing []string `json:"missing"`
	// Unexpected are scanned tags that should not be there, in the order in which they were scanned.
	Unexpected []Unexpected `json:"unexpected"`
}

// Unexpected is a tag that should not be there.
type Unexpected struct {
	Tag string `json:"tag"`
	Why Odd    `json:"why"`
}

// Count holds what was scanned against what should be there (handbook, features: a stocktake says what is there, what is missing, what
// should not be).
func Count(expected []string, seen []Seen) Stocktake {
	out := Stocktake{Expected: len(expected), Missing: []string{}, Unexpected: []Unexpected{}}
	scanned := map[string]bool{}
	for _, s := range seen {
		if scanned[s.Tag] {
			continue
		}
		scanned[s.Tag] = true
		switch {
		case !s.Known:
			out.Unexpected = append(out.Unexpected, Unexpected{s.Tag, OddUnknown})
		case s.Gone:
			out.Unexpected = append(out.Unexpected, Unexpected{s.Tag, OddGone})
		case !s.Expected:
			out.Unexpected = append(out.Unexpected, Unexpected{s.Tag, OddElsewhere})
		default:
			out.There++
		}
	}
	for _, tag := range expected {
		if !scanned[tag] {
			out.Missing = append(out.Missing, tag)
		}
	}
	return out
}
