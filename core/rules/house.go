// Package rules holds the house rules: every threshold and every chosen school,
// each with its default and the reason for it.
//
// A House is a value. The zero House is the defaults; With gives a new House in
// which one rule differs. The core never looks a rule up by itself: the House
// comes in as an argument, so that a sheet issued under an older rule can be
// drawn again with it.
package rules

import (
	"maps"
	"math"
	"sort"
	"strings"

	"sedum/core/fault"
)

// CoreVersion names this state of the rules' arithmetic; it is stamped on every issued sheet.
const CoreVersion = "2026.11"

// Key names one threshold, as group.name with the unit at its end.
type Key string

// All lists every threshold in the order of the work.
func (Key) All() []Key {
	out := []Key{}
	for _, r := range catalogue {
		out = append(out, r.Key)
	}
	return out
}

// Rule is one threshold: its default and the range in which it makes sense. Why it is so is said in package words, by its key.
type Rule struct {
	Key     Key     `json:"key"`
	Default float64 `json:"default"`
	Low     float64 `json:"low"`
	High    float64 `json:"high"`
	Unit    string  `json:"unit"`
}

// Group is the part of the key before its dot: the step of the work it belongs to.
func (r Rule) Group() string {
	group, _, _ := strings.Cut(string(r.Key), ".")
	return group
}

// House is the set of rules in force.
type House struct {
	values  map[Key]float64
	schools map[Step]string
}

// Value is the threshold in force. A key that is not in the catalogue is a bug of ours.
func (h House) Value(k Key) float64 {
	if v, ok := h.values[k]; ok {
		return v
	}
	r, ok := Find(k)
	if !ok {
		panic("rules: no such rule: " + string(k))
	}
	return r.Default
}

// With is the house with one threshold changed, or a fault when it is unknown or out of its range.
func (h House) With(k Key, value float64) (House, error) {
	r, ok := Find(k)
	if !ok {
		return h, fault.List{{Field: "key", Code: fault.UnknownField, Limit: string(k)}}
	}
	var l fault.List
	if math.IsNaN(value) || math.IsInf(value, 0) {
		return h, fault.List{{Field: "value", Code: fault.WrongType, Limit: "number"}}
	}
	if value < r.Low {
		l.Add("value", fault.AtLeast, r.Low)
	}
	if value > r.High {
		l.Add("value", fault.AtMost, r.High)
	}
	if err := l.Err(); err != nil {
		return h, err
	}
	next := maps.Clone(h.values)
	if next == nil {
		next = map[Key]float64{}
	}
	next[k] = value
	h.values = next
	return h, nil
}

// Changed lists the thresholds that differ from their defaults, by key.
func (h House) Changed() map[Key]float64 {
	out := map[Key]float64{}
	for k, v := range h.values {
		if r, ok := Find(k); ok && v != r.Default {
			out[k] = v
		}
	}
	return out
}

// Whole is a house as it is kept with what was judged by it: every value in force, so that a later default changes nothing of it.
type Whole struct {
	Values  map[Key]float64 `json:"values"`
	Schools map[Step]string `json:"schools"`
}

// Whole is every rule in force.
func (h House) Whole() Whole {
	out := Whole{Values: map[Key]float64{}, Schools: h.Chosen()}
	for _, r := range catalogue {
		out.Values[r.Key] = h.Value(r.Key)
	}
	return out
}

// Restore is a house as it was kept. Rules that it did not know have their defaults.
func Restore(w Whole) House {
	return House{values: maps.Clone(w.Values), schools: maps.Clone(w.Schools)}
}

// Find looks a rule up by its key.
func Find(k Key) (Rule, bool) {
	i := sort.Search(len(sorted), func(i int) bool { return sorted[i].Key >= k })
	if i < len(sorted) && sorted[i].Key == k {
		return sorted[i], true
	}
	return Rule{}, false
}

// Catalogue lists every threshold in the order of the work.
func Catalogue() []Rule { return append([]Rule(nil), catalogue...) }

var sorted = func() []Rule {
	out := append([]Rule(nil), catalogue...)
	sort.Slice(out, func(i, j int) bool { return out[i].Key < out[j].Key })
	return out
}()
