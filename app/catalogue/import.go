package catalogue

import (
	"cmp"
	_ "embed" // the starter
	"strings"

	"sedum/kernel"
)

// StarterCSV are the kinds that ship with the program, as a table.
//
//go:embed starter.csv
var StarterCSV string

// Starter are the kinds that ship with the program, for a catalogue that has none. A source of "" is the program itself.
func Starter(source string) ([]Kind, error) {
	return ReadCSV(strings.NewReader(StarterCSV), cmp.Or(source, "general knowledge, unverified: the starter catalogue of this program"))
}

// Taken says what became of kinds that were brought.
type Taken struct {
	Added int `json:"added"`
	// There are the common names of those that stand in the catalogue already: they are left as they are.
	There []string `json:"there"`
}

// Import takes kinds into the catalogue. One that is there by either of its names is left as it is, and named.
func Import(tx *kernel.Tx, kinds []Kind) (Taken, error) {
	out := Taken{There: []string{}}
	known, err := ByName(tx)
	if err != nil {
		return out, err
	}
	fresh := []Kind{}
	for _, k := range kinds {
		_, common := known.Find(k.Common)
		_, botanical := known.Find(k.Botanical)
		if common || botanical {
			out.There = append(out.There, k.Common)
			continue
		}
		if tx.Who.ID != "" {
			k.AddedBy = &tx.Who.ID
		}
		k.AddedAt = &tx.Now
		known[strings.ToLower(k.Common)], known[strings.ToLower(k.Botanical)] = k, k
		fresh = append(fresh, k)
	}
	out.Added = len(fresh)
	return out, kernel.AddAll(tx, fresh)
}

// takeStarter takes the starter catalogue in.
func takeStarter(tx *kernel.Tx, _ kernel.None, _ kernel.None) (Taken, error) {
	kinds, err := Starter("")
	if err != nil {
		return Taken{}, err
	}
	return Import(tx, kinds)
}
