package rules

import (
	"encoding/json"
	"maps"
	"slices"
	"strconv"
	"strings"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/kernel"
)

// File is the rules of a house as a file to share between branches: every value in force, in the units of the rules.
type File struct {
	Format  string                `json:"format" enum:"sedum-house-rules-1"`
	Values  map[rules.Key]float64 `json:"values"`
	Schools map[rules.Step]string `json:"schools"`
}

const fileFormat = "sedum-house-rules-1"

func file(tx *kernel.Tx, _ kernel.None) (kernel.File, error) {
	whole := tx.Who.House.Whole()
	text, err := json.MarshalIndent(File{fileFormat, whole.Values, whole.Schools}, "", "  ")
	return kernel.File{Type: "application/json", Name: "house-rules.json", Attached: true, Content: append(text, '\n')}, err
}

// valueIn is a rule's value in a house as it is written in a change.
func valueIn(h rules.House, key string) string {
	if step, ok := strings.CutPrefix(key, schoolPrefix); ok {
		return h.School(rules.Step(step))
	}
	return strconv.FormatFloat(h.Value(rules.Key(key)), 'g', -1, 64)
}

// Difference is one rule that a file would change.
type Difference struct {
	Key   string `json:"key"`
	Value string `json:"value"`
	Is    string `json:"is"`
	Would string `json:"would"`
}

// ReadFile is what a file would change.
type ReadFile struct {
	Differences []Difference `json:"differences"`
}

// differences holds a file against a house; each fault names the rule in the file.
func differences(tx *kernel.Tx, f File) ([]Difference, error) {
	var l fault.List
	if f.Format != fileFormat {
		l.Add("format", fault.NotAChoice, []string{fileFormat})
	}
	given := map[string]string{}
	for k, v := range f.Values {
		given[string(k)] = strconv.FormatFloat(v, 'g', -1, 64)
	}
	for step, choice := range f.Schools {
		given[schoolPrefix+string(step)] = choice
	}
	out := []Difference{}
	for _, key := range slices.Sorted(maps.Keys(given)) {
		is, known := Says(tx.Say, tx.Who.House, key)
		if !known {
			l.Add(inFile(key), fault.UnknownField, key)
			continue
		}
		if given[key] == valueIn(tx.Who.House, key) {
			continue
		}
		next, err := apply(tx.Who.House, key, given[key])
		if err != nil {
			for _, each := range faultsOf(err) {
				l.Add(inFile(key), each.Code, each.Limit)
			}
			continue
		}
		would, _ := Says(tx.Say, next, key)
		out = append(out, Difference{key, given[key], is, would})
	}
	return out, l.Err()
}

func inFile(key string) string {
	if step, ok := strings.CutPrefix(key, schoolPrefix); ok {
		return "schools." + step
	}
	return "values." + key
}

func faultsOf(err error) fault.List {
	if l, ok := err.(fault.List); ok {
		return l
	}
	return fault.List{{Code: fault.WrongType}}
}

func readFile(tx *kernel.Tx, _ kernel.None, f File) (ReadFile, error) {
	list, err := differences(tx, f)
	return ReadFile{list}, err
}

// TakenIn is a file of rules to be taken over, and why.
type TakenIn struct {
	File
	Reason string `json:"reason" maxLength:"500"`
}

// takeIn takes over what a file says otherwise than this house: each difference is a change of its own, with the one reason, and can be put
// back by itself.
func takeIn(tx *kernel.Tx, _ kernel.None, t TakenIn) (kernel.None, error) {
	list, err := differences(tx, t.File)
	if err != nil {
		return kernel.None{}, err
	}
	if err := fault.Missing("reason", strings.TrimSpace(t.Reason)).Err(); err != nil {
		return kernel.None{}, err
	}
	for _, d := range list {
		if err := write(tx, NewChange{d.Key, d.Value, t.Reason}); err != nil {
			return kernel.None{}, err
		}
	}
	return kernel.None{}, nil
}
