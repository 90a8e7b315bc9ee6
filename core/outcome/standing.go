package outcome

import "time"

// Seen is what is known of a planted tree: that it ended, or when somebody saw it living last; LastOn nil while nobody looked since planting.
type Seen struct {
	Ended  bool
	LastOn *time.Time
}

// Standing is how many of some planted trees are known to live on a day (handbook, features.md, F244).
type Standing struct {
	Trees int `json:"trees"`
	// Living were seen within the last year, Before earlier and not since, Unseen never since planting.
	Living int `json:"living"`
	Before int `json:"before"`
	Unseen int `json:"unseen"`
	Lost   int `json:"lost"`
	// Least is the share that lives if none does of which nobody knows, Most if all of them do; both 0 where there is no tree.
	Least float64 `json:"least" decimals:"3"`
	Most  float64 `json:"most" decimals:"3"`
}

// StandingOf counts them. A tree that was seen living on the same day a year ago was seen within the year.
func StandingOf(today time.Time, all []Seen) Standing {
	out := Standing{Trees: len(all)}
	since := today.AddDate(-1, 0, 0)
	for _, s := range all {
		switch {
		case s.Ended:
			out.Lost++
		case s.LastOn == nil:
			out.Unseen++
		case s.LastOn.Before(since):
			out.Before++
		default:
			out.Living++
		}
	}
	if out.Trees > 0 {
		out.Least, out.Most = float64(out.Living)/float64(out.Trees), float64(out.Trees-out.Lost)/float64(out.Trees)
	}
	return out
}
