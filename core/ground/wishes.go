package ground

// Resident is who lives where a tree is to stand, as far as a tree can hurt them or they it.
type Resident string

// The words of Resident.
const (
	Children Resident = "children"
	Pets     Resident = "pets"
	Grazing  Resident = "grazing"
	Gnawing  Resident = "gnawing"
)

// All lists them.
func (Resident) All() []Resident { return []Resident{Children, Pets, Grazing, Gnawing} }

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
