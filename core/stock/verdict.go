package stock

import "fmt"

// Verdict is what becomes of a tree; the worst one wins.
type Verdict string

// All lists them, the worst last.
func (Verdict) All() []Verdict { return []Verdict{Sell, Fix, Hold, NotYetJudged, SendBack} }

// The verdicts. NotYetJudged stands between hold and send back when they are compared:
// something nobody looked at never counts as a pass, and a sure send-back stays one.
const (
	Sell         Verdict = "sell"
	Fix          Verdict = "fix"
	Hold         Verdict = "hold"
	NotYetJudged Verdict = "not-yet-judged"
	SendBack     Verdict = "send-back"
)

var severity = map[Verdict]int{Sell: 0, Fix: 1, Hold: 2, NotYetJudged: 3, SendBack: 4}

// Worse is the graver of two verdicts.
func Worse(a, b Verdict) Verdict {
	if severity[b] > severity[a] {
		return b
	}
	return a
}

func place(list string, i int) string { return fmt.Sprintf("%s.%d.", list, i) }
