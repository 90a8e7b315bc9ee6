package care

import "time"

// Condition is what an entry of the calendar waits for: no date of a table knows when this tree flowers in this spring.
type Condition string

// The words of Condition.
const (
	FirstFlower Condition = "first-flower"
	LeafOut     Condition = "leaf-out"
	FirstFrost  Condition = "first-frost"
)

// All lists them.
func (Condition) All() []Condition { return []Condition{FirstFlower, LeafOut, FirstFrost} }

// waiting says what waits for what, and how many days after it (aftercare.md, "The care calendar": fruit off when it sets, spring-flowering kinds
// after bloom, dead wood once what lives has leaves, the winter's cover when it bites).
var waiting = map[Code]struct {
	what Condition
	days int
}{
	"fruit-off": {FirstFlower, 0}, "prune-after-bloom": {FirstFlower, 28}, "first-spring": {LeafOut, 14}, "first-spring-mild": {LeafOut, 14}, "winter-cover": {FirstFrost, 0},
}

// WaitsFor is what an entry waits for, "" for one that has its date.
func WaitsFor(c Code) Condition { return waiting[c].what }

// Happened is that a condition came, on a day.
type Happened struct {
	What Condition
	On   time.Time
}

// near is how far from the day of the table a condition may come to be that one, and not that of another year.
const near = 130 * 24 * time.Hour

// Conditional is an entry with what it waits for; Since is the day on which that came, nil while it has not.
type Conditional struct {
	Event
	Waits Condition
	Since *time.Time
}

// Await moves the entries that wait for something to the day on which it came. One whose condition has not come stays about where the table has
// it, and says that it waits. The order is that of the events.
func Await(events []Event, happened []Happened) []Conditional {
	out := make([]Conditional, 0, len(events))
	for _, e := range events {
		c := Conditional{Event: e, Waits: WaitsFor(e.Code)}
		for _, h := range happened {
			if apart := h.On.Sub(e.Date).Abs(); h.What == c.Waits && apart <= near && (c.Since == nil || apart < c.Since.Sub(e.Date).Abs()) {
				c.Since = &h.On
			}
		}
		if c.Since != nil {
			c.Date = c.Since.AddDate(0, 0, waiting[e.Code].days)
		}
		out = append(out, c)
	}
	return out
}
