package stock

import (
	"maps"
	"sedum/core/rules"
	"slices"
)

// Part is where on a tree a cause was found.
type Part string

// The words of Part, from above the line downward.
const (
	PartKind       Part = "kind"
	PartLeader     Part = "leader"
	PartTrunk      Part = "trunk"
	PartBranching  Part = "branching"
	PartLife       Part = "life"
	PartTies       Part = "ties"
	PartLeaves     Part = "leaves"
	PartPests      Part = "pests"
	PartGraft      Part = "graft"
	PartFlare      Part = "flare"
	PartRoots      Part = "roots"
	PartBall       Part = "ball"
	PartClock      Part = "clock"
	PartPot        Part = "pot"
	PartStub       Part = "stub"
	PartGardenSoil Part = "garden-soil"
)

// All lists them.
func (Part) All() []Part {
	return []Part{PartKind, PartLeader, PartTrunk, PartBranching, PartLife, PartTies, PartLeaves, PartPests, PartGraft, PartFlare, PartRoots,
		PartBall, PartClock, PartPot, PartStub, PartGardenSoil}
}

// Cause is what may be found on a part of a tree; what is sound brings no reason.
type Cause string

// All lists them, each once, by part: what is sound above the line, then what brings a verdict.
func (Cause) All() []Cause {
	out := []Cause{}
	for _, choices := range []Part{PartLeader, PartTrunk, PartBranching, PartLife, PartTies, PartLeaves, PartPests, PartGraft} {
		for _, cause := range slices.Sorted(maps.Keys(aboveTable[choices])) {
			if aboveTable[choices][cause] == Sell && !slices.Contains(out, cause) {
				out = append(out, cause)
			}
		}
	}
	found := Causes()
	for _, part := range (Part("")).All() {
		for _, cause := range slices.Sorted(maps.Keys(found[part])) {
			if !slices.Contains(out, cause) {
				out = append(out, cause)
			}
		}
	}
	return out
}

// Causes lists what may be found on a part, with the least verdict each brings; what is sound is not among them.
func Causes() map[Part]map[Cause]Verdict {
	out := map[Part]map[Cause]Verdict{
		PartKind: {"not-covered": NotYetJudged}, PartFlare: {}, PartClock: {}, PartStub: {}, PartGardenSoil: {},
		PartRoots: {}, PartBall: {"twine": Fix}, PartPot: {"weeds": Fix, "last-chance": Fix},
	}
	for part, found := range aboveTable {
		out[part] = map[Cause]Verdict{}
		for cause, v := range found {
			out[part][cause] = v
		}
	}
	out[PartGraft]["buried"] = Fix
	for action, v := range flareActionVerdict {
		out[PartFlare][Cause(action)] = v
	}
	out[PartFlare]["few-probes"] = NotYetJudged
	for cause, v := range rootReasonVerdict {
		out[PartRoots][cause] = v
	}
	for cause, v := range bareRootReasonVerdict {
		out[PartRoots][cause] = v
	}
	for cause, v := range balledReasonVerdict {
		out[PartBall][cause] = v
	}
	for status, v := range clockVerdict {
		out[PartClock][Cause(status)] = v
	}
	for stub, v := range layerTable {
		out[PartStub][Cause(stub)] = v
	}
	for soil, v := range gardenTable {
		out[PartGardenSoil][Cause(soil)] = v
	}
	for _, found := range out {
		for cause, v := range found {
			if v == Sell {
				delete(found, cause)
			}
		}
	}
	return out
}

// Evidence is what a cause was held against: what was found, the limit it broke, both in that unit, and the house rule the limit comes
// from; "" where it comes from a table of the handbook.
type Evidence struct {
	Value float64   `json:"value"`
	Limit float64   `json:"limit"`
	Unit  string    `json:"unit"`
	Rule  rules.Key `json:"rule"`
}

// Reason is one cause of a verdict, with the part of the tree it was found on, and what it was held against when that is a figure.
type Reason struct {
	Part     Part      `json:"part"`
	Code     Cause     `json:"code"`
	Verdict  Verdict   `json:"verdict"`
	Evidence *Evidence `json:"evidence,omitempty"`
}

// Name is where and what, as messages are named by it: "flare.send-back".
func (r Reason) Name() string { return string(r.Part) + "." + string(r.Code) }

// judgement gathers causes in order, each once, with the least verdict each brings and what it was held against.
type judgement struct {
	verdict Verdict
	reasons []Cause
	held    map[Cause]*Evidence
}

func judge() judgement {
	return judgement{verdict: Sell, reasons: []Cause{}, held: map[Cause]*Evidence{}}
}

func (j *judgement) because(cause Cause, least Verdict) {
	j.verdict = Worse(j.verdict, least)
	if !has(j.reasons, cause) {
		j.reasons = append(j.reasons, cause)
	}
}

// against says what a cause was held against.
func (j *judgement) against(cause Cause, least Verdict, held Evidence) {
	j.because(cause, least)
	j.held[cause] = &held
}
