package stock

// State is where a tree stands in the yard; the words are the handbook's.
type State string

// The states.
const (
	Unchecked  State = "unchecked"
	NotJudged  State = "not-yet-judged"
	ForSale    State = "for-sale"
	InWork     State = "in-work"
	Held       State = "held"
	Apart      State = "apart"
	SentBack   State = "sent-back"
	Reserved   State = "reserved"
	Sold       State = "sold"
	Lost       State = "lost"
	Unreleased State = "released-unchecked"
)

// All lists them in the order of the work.
func (State) All() []State {
	return []State{Unchecked, NotJudged, InWork, Held, Apart, ForSale, Unreleased, Reserved, Sold, SentBack, Lost}
}

// StateAfterLook is where a look puts a tree that stood in a state. Apart ends only by a manager's word: the look is added to the record
// and changes nothing by itself (handbook, stock.md, "The state follows the facts").
func StateAfterLook(from State, a Assessment) State {
	if from == Apart {
		return Apart
	}
	return StateAfter(a)
}

// StateAfter is the state that a look alone gives a tree. Fix is for sale only when nothing
// is left to do before planting.
func StateAfter(a Assessment) State {
	switch a.Verdict {
	case Sell:
		return ForSale
	case Fix:
		for _, w := range a.Work {
			if !w.AtPlanting {
				return InWork
			}
		}
		return ForSale
	case Hold:
		return Held
	case SendBack:
		return Apart
	}
	return NotJudged
}
