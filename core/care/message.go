package care

import (
	"time"

	"sedum/core/rules"
	"sedum/core/water"
)

// Message is why a customer is written to; "" is not at all.
type Message string

// The words of Message.
const (
	NoMessage Message = ""
	AtRisk    Message = "at-risk"
	ThisWeek  Message = "this-week"
)

// All lists them.
func (Message) All() []Message { return []Message{AtRisk, ThisWeek} }

// Standing is how a tree stands on a morning, for what is written of it.
type Standing struct {
	Today time.Time
	// FirstWeeks ends when its first eight weeks are over.
	FirstWeeks time.Time
	// Last is when it was last written of, nil for never.
	Last   *time.Time
	Advice water.Advice
	// OwedDays is for how many mornings in a row it has been owed water.
	OwedDays int
	// Watered is that somebody gave water in the last days, though it stands full.
	Watered bool
	// Dates are those of the care within the next seven days that are not done.
	Dates int
}

// MessageOf tells whether a customer is written to on a morning (aftercare.md, "Water": a dry or hot spell makes a message, rain cancels one; after the
// first eight weeks one a week at most unless something is at risk).
func MessageOf(h rules.House, s Standing) Message {
	gap := 7
	few := int(h.Value(rules.MessageRiskGap))
	owed := s.Advice == water.WaterNow || s.Advice == water.WaterTwice
	risk := s.Advice == water.WaterTwice || owed && s.OwedDays >= int(h.Value(rules.MessageRiskDays)) || s.Advice == water.TooWet && s.Watered
	if risk || s.Today.Before(s.FirstWeeks) {
		gap = few
	}
	switch {
	case s.Last != nil && s.Today.Before(s.Last.AddDate(0, 0, gap)):
		return NoMessage
	case risk:
		return AtRisk
	case owed || s.Dates > 0:
		return ThisWeek
	}
	return NoMessage
}

// Quiet tells whether nobody is written to at an hour of the day.
func Quiet(h rules.House, hour int) bool {
	return hour < int(h.Value(rules.MessageFrom)) || hour >= int(h.Value(rules.MessageUntil))
}
