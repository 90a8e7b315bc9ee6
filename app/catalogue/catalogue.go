// Package catalogue is what the house knows of kinds of trees.
package catalogue

import (
	"embed"
	"slices"
	"strings"
	"time"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/kind"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/paper"
)

//go:embed tables/*.sql
var tables embed.FS

// Facts is what the catalogue knows of a kind.
type Facts = kind.Facts

// On is a kind as it grows on a rootstock, and the stock; the kind itself and nil where the catalogue does not know that stock.
func (k Kind) On(label string) (Kind, *fit.Rootstock) {
	f, stock := k.Facts.On(label)
	k.Facts = f
	return k, stock
}

// Kind is a kind of tree in the catalogue.
type Kind struct {
	ID        string
	Common    string
	Botanical string
	Habit     stock.Habit
	Facts     Facts `gorm:"serializer:json"`
	Version   int
	// Provisional was met in the yard and is not completed by a manager yet.
	Provisional bool
	AddedBy     *string
	AddedAt     *time.Time
	ChangedBy   *string
	ChangedAt   *time.Time
}

// SeeYard is for everybody who works in the house.
var SeeYard = kernel.Permission{Name: "see-yard", Roles: set.All[roles.Role]()}

// Capability declares what can be asked here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "catalogue", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-kinds", "/kinds", SeeYard, list),
		kernel.Read("see-kind", "/kinds/{id}", SeeYard, see),
		kernel.Deed("add-kind", "POST", "/kinds", AddKinds, add, func(tx *kernel.Tx, _ kernel.None, id string) (Whole, error) {
			return see(tx, kernel.ByID{ID: id})
		}).Makes("list-kinds"),
		kernel.Deed("take-starter-kinds", "POST", "/kinds/starter", KeepKinds, takeStarter, kernel.Same).Makes("list-kinds"),
		kernel.Deed("complete-kind", "PUT", "/kinds/{id}", KeepKinds, complete, func(tx *kernel.Tx, _ kernel.ByID, id string) (Whole, error) {
			return see(tx, kernel.ByID{ID: id})
		}).Makes("list-kinds", "see-kind", "match", "match-order", "match-beside", "see-room", "plan"),
		kernel.ReadFile("kinds-table", "/kinds.csv", SeeYard, "text/csv", kindsTable),
		kernel.ReadFile("kinds-book", "/kinds.xlsx", SeeYard, paper.BookType, kindsBook),
		kernel.Upload("bring-kinds", "/kinds/table", KeepKinds, bringKinds, func(_ *kernel.Tx, _ TableFile, t Taken) (Taken, error) { return t, nil }).Takes("text/csv", "text/plain", paper.BookType).Unkeyed().Limit(TableLimit).Makes("list-kinds"),
		kernel.Deed("list-kind", "PUT", "/kinds/{id}/lists", KeepKinds, keepLists, func(tx *kernel.Tx, _ kernel.ByID, id string) (Whole, error) {
			return see(tx, kernel.ByID{ID: id})
		}).Makes("list-kinds", "see-kind", "match", "match-order", "match-beside", "see-room", "plan", "see-mendings"),
	}}
}

// Line is a kind in a list.
type Line struct {
	ID        string      `json:"id"`
	Common    string      `json:"common"`
	Botanical string      `json:"botanical"`
	Habit     stock.Habit `json:"habit"`
	Covered   bool        `json:"covered"`
	// Provisional is not completed by a manager yet; Unknown counts what nobody knows of it.
	Provisional bool `json:"provisional"`
	Unknown     int  `json:"unknown"`
	// What one looks for it by.
	Synonyms   []string          `json:"synonyms"`
	Spanish    string            `json:"spanish"`
	Uses       []ground.Purpose  `json:"uses"`
	Evergreen  bool              `json:"evergreen"`
	Conifer    bool              `json:"conifer"`
	Fruiting   bool              `json:"fruiting"`
	Scented    bool              `json:"scented"`
	HeightMaxM *float64          `json:"height_max_m"`
	ColdC      *float64          `json:"cold_c"`
	Flower     *fit.Look         `json:"flower,omitempty"`
	Fruit      *fit.Look         `json:"fruit,omitempty"`
	Autumn     fit.Colour        `json:"autumn" optional:"true"`
	Cautions   []kernel.Sentence `json:"cautions"`
	// Odd is what contradicts itself in what is said of it.
	Odd []kernel.Sentence `json:"odd"`
}

// All is every kind by common name.
type All struct {
	Kinds []Line `json:"kinds"`
}

func list(tx *kernel.Tx, _ kernel.None) (All, error) {
	kinds, err := kernel.Many[Kind](tx, "common", "")
	out := All{[]Line{}}
	for _, k := range kinds {
		f := k.Facts.Whole()
		line := Line{ID: k.ID, Common: k.Common, Botanical: k.Botanical, Habit: k.Habit, Covered: !f.NotCovered, Provisional: k.Provisional, Unknown: len(f.Unknown()),
			Synonyms: append([]string{}, f.Synonyms...), Spanish: f.Spanish, Uses: f.Uses, Evergreen: f.Evergreen, Conifer: f.Conifer, Fruiting: f.Fruiting, Scented: f.Scented,
			HeightMaxM: f.HeightMaxM, ColdC: f.ColdC, Flower: f.Flower, Fruit: f.Fruit, Autumn: f.Autumn, Cautions: []kernel.Sentence{}, Odd: []kernel.Sentence{}}
		for _, c := range f.AllCautions() {
			line.Cautions = append(line.Cautions, kernel.Sentence{Code: string(c), Text: tx.Say.Say("short-caution."+string(c), nil)})
		}
		for _, o := range kind.OddOf(k.Habit, k.Facts) {
			line.Odd = append(line.Odd, kernel.Sentence{Code: string(o), Text: tx.Say.Say("odd."+string(o), nil)})
		}
		out.Kinds = append(out.Kinds, line)
	}
	return out, err
}

// Every is every kind, by common name.
func Every(tx *kernel.Tx) ([]Kind, error) { return kernel.Many[Kind](tx, "common", "") }

// Names finds kinds by either of their names.
type Names map[string]Kind

// ByName reads the catalogue by name.
func ByName(tx *kernel.Tx) (Names, error) {
	kinds, err := kernel.Many[Kind](tx, "common", "")
	out := Names{}
	for _, k := range kinds {
		out[nameKey(k.Common)], out[nameKey(k.Botanical)] = k, k
	}
	// By another name it is found where no kind has that name for its own.
	for _, k := range kinds {
		for _, name := range append(slices.Clone(k.Facts.Synonyms), k.Facts.Spanish) {
			if name == "" {
				continue
			}
			if _, taken := out[nameKey(name)]; !taken {
				out[nameKey(name)] = k
			}
		}
	}
	return out, err
}

// Find is the kind of a name as typed.
func (n Names) Find(typed string) (Kind, bool) {
	k, ok := n[nameKey(typed)]
	return k, ok
}

// nameKey is a name as it is looked up: small letters, single spaces, the sign of a hybrid as people type it.
func nameKey(name string) string {
	return strings.Join(strings.Fields(strings.ReplaceAll(strings.ToLower(name), "×", " x ")), " ")
}

// close is how much of its letters a mistyped name shares at least with the one that is suggested for it.
const close = 0.68

// Nearest is the name in the catalogue that a mistyped one is most like, by shared pairs of letters; "" when none is close.
func (n Names) Nearest(typed string) string {
	typed = nameKey(typed)
	best, most := "", 0.0
	for name, k := range n {
		if like := likeness(name, typed); like > most || (like == most && k.Common < best) {
			best, most = k.Common, like
		}
	}
	if most < close {
		return ""
	}
	return best
}

func likeness(a, b string) float64 {
	pairs := map[string]int{}
	for i := range len(a) - 1 {
		pairs[a[i:i+2]]++
	}
	shared := 0
	for i := range max(0, len(b)-1) {
		if pairs[b[i:i+2]] > 0 {
			pairs[b[i:i+2]]--
			shared++
		}
	}
	return 2 * float64(shared) / float64(max(1, len(a)+len(b)-2))
}
