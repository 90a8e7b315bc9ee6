package growers

// Asked is what a note asks of its grower.
type Asked string

// All lists them.
func (Asked) All() []Asked { return []Asked{"credit", "replace", "collect", "look"} }

// Answered is what the grower said to it.
type Answered string

// All lists them.
func (Answered) All() []Answered { return []Answered{"agreed", "partly", "refused"} }
