package ground

import "slices"

// Resident is who lives where a tree is to stand, as far as a tree can hurt them or they it.
type Resident string

// The words of Resident.
const (
	Children Resident = "children"
	Pets     Resident = "pets"
	Grazing  Resident = "grazing"
	Gnawing  Resident = "gnawing"
	// Browsing are deer and the like; Burrowing eat roots from below.
	Browsing  Resident = "browsing"
	Burrowing Resident = "burrowing"
)

// All lists them.
func (Resident) All() []Resident {
	return []Resident{Children, Pets, Grazing, Gnawing, Browsing, Burrowing}
}

// Harm is what a tree may do that a customer may not want at all: a hard no.
type Harm string

// All lists them; each is the caution of a kind of the same word.
func (Harm) All() []Harm { return []Harm{"poison", "thorns", "fruit-drop", "spreads", "pollen"} }

// Harms are what a resident is harmed by.
func (r Resident) Harms() []Harm {
	switch r {
	case Children:
		return []Harm{"poison", "thorns"}
	case Pets, Grazing:
		return []Harm{"poison"}
	}
	return nil
}

// Care is how much care a tree will get, and how much a kind wants.
type Care string

// The words of Care.
const (
	CareLittle Care = "little"
	CareSome   Care = "some"
	CareMuch   Care = "much"
)

// All lists them, the least first.
func (Care) All() []Care { return []Care{CareLittle, CareSome, CareMuch} }

// Enough tells whether the care that a tree will get is what a kind wants.
func (c Care) Enough(wanted Care) bool {
	all := c.All()
	return slices.Index(all, wanted) <= slices.Index(all, c)
}

// When is when a customer wants to plant.
type When string

// The words of When.
const (
	WhenNow    When = "now"
	WhenAutumn When = "autumn"
	WhenSpring When = "spring"
)

// All lists them.
func (When) All() []When { return []When{WhenNow, WhenAutumn, WhenSpring} }
