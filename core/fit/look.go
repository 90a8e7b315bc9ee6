package fit

// Colour is a colour that one buys a tree for.
type Colour string

// All lists them.
func (Colour) All() []Colour {
	return []Colour{"white", "yellow", "ochre", "orange", "copper", "red", "pink", "purple", "blue", "green", "brown", "black"}
}

// Look is a colour that a tree shows and the months in which it does (1 is January); a span may pass the turn of the year.
type Look struct {
	Colour Colour `json:"colour"`
	From   int    `json:"from_month" minimum:"1" maximum:"12"`
	To     int    `json:"to_month" minimum:"1" maximum:"12"`
}
