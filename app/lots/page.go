package lots

import (
	"fmt"
	"math"
	"time"

	"sedum/app/yard"
	"sedum/core/calc"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// Announced is one way to look at a lot: how many looks are taken, and after how many trees each comes.
type Announced struct {
	Looks []sampling.Look       `json:"looks"`
	Text  string                `json:"text"`
	Curve []sampling.CurvePoint `json:"curve" doc:"of the last look"`
}

// Plan is how many to check of a lot.
type Plan struct {
	LotSize        int                 `json:"lot_size"`
	TolerableShare float64             `json:"tolerable_share"`
	Confidence     float64             `json:"confidence"`
	Strictness     sampling.Strictness `json:"strictness"`
	StrictnessText string              `json:"strictness_text"`
	Options        []Announced         `json:"options" doc:"for one, two and three looks"`
	Usual          int                 `json:"usual" doc:"how many looks the house announces"`
}

// Place is a tree at its place in the lot.
type Place struct {
	Tag    string      `json:"tag"`
	Number int         `json:"number"`
	Row    int         `json:"row" doc:"where it stands; 0 when the lot does not stand in rows"`
	InRow  int         `json:"in_row" doc:"its number in the row"`
	State  stock.State `json:"state"`
	Judged bool        `json:"judged"`
	Faulty bool        `json:"faulty"`
}

// Sampled is the sample of a lot and what it has shown so far.
type Sampled struct {
	Seed    string          `json:"seed"`
	At      time.Time       `json:"at"`
	By      string          `json:"by"`
	Looks   []sampling.Look `json:"looks"`
	Drawn   []Place         `json:"drawn"`
	Checked int             `json:"checked"`
	Faulty  int             `json:"faulty"`
	Look    int             `json:"look"`
	Left    int             `json:"left"`
	NextTag string          `json:"next_tag"`
	Settled bool            `json:"settled"`
	// Answer is null between looks: peeping after every tree lets bad lots through.
	Answer     *sampling.Result `json:"answer"`
	AnswerText string           `json:"answer_text"`
	More       string           `json:"more"`
}

// Decided is what somebody decided or proposed.
type Decided struct {
	Decision stock.LotDecision `json:"decision" enum:"open,released,refused"`
	Proposed bool              `json:"proposed"`
	Note     string            `json:"note"`
	By       string            `json:"by"`
	At       time.Time         `json:"at"`
}

// Page is the page of a lot.
type Page struct {
	yard.CountedLot
	Version   int                           `json:"version"`
	Tags      int                           `json:"tags" doc:"trees and bundles"`
	Trees     []Place                       `json:"trees" doc:"the first by place; the bench lists all"`
	Checked   int                           `json:"checked" doc:"trees that were judged"`
	Faulty    int                           `json:"faulty"`
	Delivery  int                           `json:"delivery"`
	Plan      Plan                          `json:"plan"`
	Sample    *Sampled                      `json:"sample"`
	Record    []yard.Closed                 `json:"record" doc:"the grower's closed lots, oldest first"`
	Decisions []Decided                     `json:"decisions" doc:"newest first"`
	Follows   map[stock.LotDecision]Follows `json:"follows" doc:"what happens to how many trees when the lot is released or refused"`
}

// Follows is what happens to how many trees when the lot is released or refused.
type Follows struct {
	Trees int         `json:"trees"`
	To    stock.State `json:"to"`
	Text  string      `json:"text"`
}

func showPage(tx *kernel.Tx, v lotView) Page {
	s := tx.Say
	out := Page{CountedLot: yard.CountedLot{LotLine: v.lot.Line(), Counts: v.Counts, Count: v.Tally.Trees}, Tags: v.Tags, Version: v.lot.Version, Trees: []Place{},
		Record: v.record, Decisions: []Decided{}, Plan: showPlan(s, v.plan), Follows: map[stock.LotDecision]Follows{}, Checked: v.Checked, Faulty: v.Faulty}
	line := func(t yard.Tree) Place {
		row, inRow := sampling.Rows{PerRow: v.lot.PerRow}.Standing(t.Number)
		return Place{t.Tag, t.Number, row, inRow, t.State, t.Faulty != nil, t.Faulty != nil && *t.Faulty}
	}
	byPlace := map[int]Place{}
	for _, t := range v.drawn {
		byPlace[t.Number] = line(t)
	}
	for _, t := range v.first {
		out.Trees = append(out.Trees, line(t))
	}
	if v.delivery != nil {
		out.Delivery = v.delivery.Number
	}
	for _, d := range v.decisions {
		out.Decisions = append(out.Decisions, Decided{d.Decision, d.Proposed, d.Note, d.Person.Name, d.At})
	}
	for _, d := range []stock.LotDecision{stock.LotReleased, stock.LotRefused} {
		states, to := stock.Follows(d)
		f := Follows{To: to}
		for _, state := range states {
			f.Trees += v.Counts[state]
		}
		f.Text = s.Say("lot.follows."+string(d), map[string]any{"count": fmt.Sprint(f.Trees)})
		out.Follows[d] = f
	}
	if v.sample != nil {
		out.Sample = showSample(s, *v.sample, v.found, byPlace)
	}
	return out
}

func showPlan(s words.Speaker, p samplePlan) Plan {
	out := Plan{LotSize: p.lotSize, TolerableShare: p.tolerableShare, Confidence: p.confidence, Strictness: p.strictness,
		StrictnessText: s.Say("strictness."+string(p.strictness), nil), Options: []Announced{}, Usual: p.usual}
	for i, looks := range p.options {
		first, last := looks[0], looks[len(looks)-1]
		miss := 0.0
		for _, l := range looks {
			miss += l.Miss
		}
		slips := s.Say("sample.slips.never", nil)
		if miss > 0 {
			slips = s.Say("sample.slips", map[string]any{"times": fmt.Sprint(int(math.Round(1 / miss)))})
		}
		values := map[string]any{"size": fmt.Sprint(first.Checked), "last": fmt.Sprint(last.Checked), "slips": slips,
			"one_in": oneIn(p.tolerableShare)}
		id := "sample.plan"
		switch {
		case first.Checked >= p.lotSize:
			id = "sample.plan.all"
		case len(looks) > 1:
			id = "sample.plan.looks"
		}
		out.Options = append(out.Options, Announced{Looks: calc.Rounded(looks), Text: s.Say(id, values), Curve: calc.Rounded(p.curves[i])})
	}
	return out
}

// oneIn says a share as "10" for a tenth, with a decimal where it needs one.
func oneIn(share float64) string {
	x := 1 / share
	if math.Abs(x-math.Round(x)) < 0.05 {
		return fmt.Sprintf("%.0f", x)
	}
	return fmt.Sprintf("%.1f", x)
}

func showSample(s words.Speaker, sample yard.Sample, f sampleFound, byPlace map[int]Place) *Sampled {
	out := &Sampled{Seed: fmt.Sprint(sample.Seed), At: sample.At, By: sample.Person.Name, Looks: sample.Looks, Drawn: []Place{}, Checked: f.checked, Faulty: f.faulty,
		Look: f.look, Left: f.left, NextTag: f.nextTag, Settled: f.settled, Answer: f.answer}
	for _, place := range sample.Drawn {
		out.Drawn = append(out.Drawn, byPlace[place])
	}
	size := fmt.Sprint(sample.LotSize)
	if f.left > 0 {
		out.Answer = nil
		out.AnswerText = s.Say("sample.found", map[string]any{"checked": fmt.Sprint(f.checked), "faulty": fmt.Sprint(f.faulty)})
		out.More = s.Say("sample.until", map[string]any{"left": fmt.Sprint(f.left), "at": fmt.Sprint(sample.Looks[f.look].Checked)})
	}
	if f.answer != nil {
		text := s.Say("sample.answer."+string(f.answer.Decision), map[string]any{"low": fmt.Sprint(f.answer.DefectiveLow), "high": fmt.Sprint(f.answer.DefectiveHigh), "size": size})
		if f.left == 0 {
			out.AnswerText = text
		}
		switch {
		case f.answer.Decision == sampling.KeepChecking && f.settled:
			out.More = s.Say("sample.answer.last", nil)
		case f.answer.Decision == sampling.KeepChecking && f.left > 0:
			out.More = text + ". " + s.Say("sample.answer.more", map[string]any{"more": fmt.Sprint(f.left)})
		}
	}
	return out
}
