package kind

import (
	"encoding/json"
	"maps"
	"reflect"
	"slices"
	"strings"
)

// Origin is what a value of a kind is (handbook, fit.md: every value says what it is).
type Origin string

// The words of Origin.
const (
	// General is general knowledge that nobody verified.
	General Origin = "general"
	// House is what the house found out itself.
	House Origin = "house"
	// Grower is what a grower says.
	Grower Origin = "grower"
)

// All lists them.
func (Origin) All() []Origin { return []Origin{General, House, Grower} }

// Sourced is where a value comes from.
type Sourced struct {
	Origin Origin `json:"origin"`
	Says   string `json:"says" maxLength:"200"`
}

// generally begins the source of what nobody verified.
const generally = "general knowledge"

// Base is where the values come from that have no source of their own. What does not say what it is was entered by the house.
func (f Facts) Base() Sourced {
	switch {
	case f.Origin != "":
		return Sourced{f.Origin, f.Source}
	case f.Source == "" || strings.HasPrefix(strings.ToLower(f.Source), generally):
		return Sourced{General, f.Source}
	}
	return Sourced{House, f.Source}
}

// SourceOf is where the value of a field comes from.
func (f Facts) SourceOf(field string) Sourced {
	if s, own := f.Sources[field]; own {
		return s
	}
	return f.Base()
}

// sourceless are the fields that are no value of the kind itself: where values come from, and the lists of others.
var sourceless = []string{"source", "origin", "sources", "lists"}

// Changed names the values in which two states of a kind differ, by field, sorted.
func Changed(before, after Facts) []string {
	was, is := values(before), values(after)
	out := []string{}
	for _, field := range slices.Sorted(maps.Keys(merged(was, is))) {
		if !slices.Contains(sourceless, field) && !reflect.DeepEqual(was[field], is[field]) {
			out = append(out, field)
		}
	}
	return out
}

// Values are what a kind says, by field, as it is kept; what is unknown or empty is left out.
func (f Facts) Values() map[string]any { return values(f) }

// From gives the values that differ from a former state the source that they were found in; the others keep theirs, and what is unknown has none.
func (f Facts) From(before Facts, s Sourced) Facts {
	is := values(f)
	f.Sources = maps.Clone(before.Sources)
	for _, field := range Changed(before, f) {
		if _, known := is[field]; !known {
			delete(f.Sources, field)
			continue
		}
		if f.Sources == nil {
			f.Sources = map[string]Sourced{}
		}
		f.Sources[field] = s
	}
	if len(f.Sources) == 0 {
		f.Sources = nil
	}
	return f
}

func merged(a, b map[string]any) map[string]any {
	out := maps.Clone(a)
	maps.Copy(out, b)
	return out
}

func values(f Facts) map[string]any {
	out := map[string]any{}
	text, err := json.Marshal(f)
	if err == nil {
		err = json.Unmarshal(text, &out)
	}
	if err != nil { // a figure that is none; nothing of a kind is checked in after it was read
		return map[string]any{}
	}
	for field, v := range out {
		empty := v == nil || v == false || v == ""
		if list, is := v.([]any); is {
			empty = len(list) == 0
		}
		if record, is := v.(map[string]any); is {
			empty = len(record) == 0
		}
		if empty {
			delete(out, field)
		}
	}
	return out
}
