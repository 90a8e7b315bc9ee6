package reminders

import (
	"sync/atomic"
	"time"
)

// awayFor is how long a server that did not answer is left alone: the house does its jobs one after the other, and the alarms of the yard are not to
// wait behind a thousand letters for a server that is silent.
const awayFor = time.Minute

// line is the way to the mail server, and until when nobody tries it.
type line struct{ until atomic.Int64 }

func (l *line) away(now time.Time) bool { return now.UnixNano() < l.until.Load() }

func (l *line) leave(now time.Time) { l.until.Store(now.Add(awayFor).UnixNano()) }
