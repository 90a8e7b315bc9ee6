package api

import (
	"context"
	"fmt"
	"math"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/calc"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/desk"
	"sedum/paper"
	"sedum/store"
	"sedum/words"
)

type lookPlan struct {
	Looks []sampling.Look       `json:"looks"`
	Text  string                `json:"text"`
	Curve []sampling.CurvePoint `json:"curve" doc:"of the last look"`
}

type samplePlanView struct {
	LotSize        int        `json:"lot_size"`
	TolerableShare float64    `json:"tolerable_share"`
	Confidence     float64    `json:"confidence"`
	Strictness     string     `json:"strictness"`
	StrictnessText string     `json:"strictness_text"`
	Options        []lookPlan `json:"options" doc:"for one, two and three looks"`
	Usual          int        `json:"usual" doc:"how many looks the house announces"`
}

type drawnTree struct {
	Tag    string      `json:"tag"`
	Number int         `json:"number"`
	Row    int         `json:"row" doc:"where it stands; 0 when the lot does not stand in rows"`
	InRow  int         `json:"in_row" doc:"its number in the row"`
	State  stock.State `json:"state"`
	Judged bool        `json:"judged"`
	Faulty bool        `json:"faulty"`
}

type sampleView struct {
	Seed    string          `json:"seed"`
	At      time.Time       `json:"at"`
	By      string          `json:"by"`
	Looks   []sampling.Look `json:"looks"`
	Drawn   []drawnTree     `json:"drawn"`
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

type decisionView struct {
	Decision string    `json:"decision"`
	Proposed bool      `json:"proposed"`
	Note     string    `json:"note"`
	By       string    `json:"by"`
	At       time.Time `json:"at"`
}

type lotPage struct {
	LotWithCounts
	Version   int                `json:"version"`
	Tags      int                `json:"tags" doc:"trees and bundles"`
	Trees     []drawnTree        `json:"trees" doc:"the first by place; the bench lists all"`
	Checked   int                `json:"checked" doc:"trees that were judged"`
	Faulty    int                `json:"faulty"`
	Delivery  int                `json:"delivery"`
	Plan      samplePlanView     `json:"plan"`
	Sample    *sampleView        `json:"sample"`
	Record    []store.ClosedLot  `json:"record" doc:"the grower's closed lots, oldest first"`
	Decisions []decisionView     `json:"decisions" doc:"newest first"`
	Keeping   keepingView        `json:"keeping"`
	Follows   map[string]follows `json:"follows" doc:"what happens to how many trees when the lot is released or refused"`
}

type follows struct {
	Trees int         `json:"trees"`
	To    stock.State `json:"to"`
	Text  string      `json:"text"`
}

func viewLotPage(s words.Speaker, v desk.LotView) lotPage {
	out := lotPage{LotWithCounts: LotWithCounts{viewLot(v.Lot), v.Counts, v.LotTally.Trees}, Tags: v.Tags, Version: v.Lot.Version, Trees: []drawnTree{}, Record: v.Record, Decisions: []decisionView{},
		Plan: viewPlanOf(s, v.Plan), Keeping: viewKeeping(s, v.Lot.Form, v.Keeping), Follows: map[string]follows{}}
	out.Checked, out.Faulty = v.Checked, v.Faulty
	line := func(t store.Tree) drawnTree {
		row, inRow := sampling.Rows{PerRow: v.Lot.PerRow}.Standing(t.Number)
		return drawnTree{t.Tag, t.Number, row, inRow, t.State, t.Faulty != nil, t.Faulty != nil && *t.Faulty}
	}
	byPlace := map[int]drawnTree{}
	for _, t := range v.Drawn {
		byPlace[t.Number] = line(t)
	}
	for _, t := range v.First {
		out.Trees = append(out.Trees, line(t))
	}
	if v.Delivery != nil {
		out.Delivery = v.Delivery.Number
	}
	for _, d := range v.Decisions {
		out.Decisions = append(out.Decisions, decisionView{d.Decision, d.Proposed, d.Note, d.Person.Name, d.At})
	}
	for decision, f := range desk.Follows(v) {
		out.Follows[decision] = follows{f.Trees, f.To, s.Say("lot.follows."+decision, map[string]any{"count": fmt.Sprint(f.Trees)})}
	}
	if v.Sample != nil {
		out.Sample = viewSample(s, *v.Sample, v.Found, byPlace)
	}
	return out
}

func viewPlanOf(s words.Speaker, p desk.SamplePlan) samplePlanView {
	out := samplePlanView{LotSize: p.LotSize, TolerableShare: p.TolerableShare, Confidence: p.Confidence, Strictness: string(p.Strictness),
		StrictnessText: s.Say("strictness."+string(p.Strictness), nil), Options: []lookPlan{}, Usual: p.Usual}
	for i, looks := range p.Options {
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
			"one_in": oneIn(p.TolerableShare)}
		id := "sample.plan"
		switch {
		case first.Checked >= p.LotSize:
			id = "sample.plan.all"
		case len(looks) > 1:
			id = "sample.plan.looks"
		}
		out.Options = append(out.Options, lookPlan{Looks: calc.Rounded(looks), Text: s.Say(id, values), Curve: calc.Rounded(p.Curves[i])})
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

func viewSample(s words.Speaker, sample store.Sample, f desk.SampleFound, byPlace map[int]drawnTree) *sampleView {
	out := &sampleView{Seed: fmt.Sprint(sample.Seed), At: sample.At, By: sample.Person.Name, Looks: sample.Looks, Drawn: []drawnTree{}, Checked: f.Checked, Faulty: f.Faulty,
		Look: f.Look, Left: f.Left, NextTag: f.NextTag, Settled: f.Settled, Answer: f.Answer}
	for _, place := range sample.Drawn {
		out.Drawn = append(out.Drawn, byPlace[place])
	}
	size := fmt.Sprint(sample.LotSize)
	if f.Left > 0 {
		out.Answer = nil
		out.AnswerText = s.Say("sample.found", map[string]any{"checked": fmt.Sprint(f.Checked), "faulty": fmt.Sprint(f.Faulty)})
		out.More = s.Say("sample.until", map[string]any{"left": fmt.Sprint(f.Left), "at": fmt.Sprint(sample.Looks[f.Look].Checked)})
	}
	if f.Answer != nil {
		text := s.Say("sample.answer."+string(f.Answer.Decision), map[string]any{"low": fmt.Sprint(f.Answer.DefectiveLow), "high": fmt.Sprint(f.Answer.DefectiveHigh), "size": size})
		if f.Left == 0 {
			out.AnswerText = text
		}
		switch {
		case f.Answer.Decision == sampling.KeepChecking && f.Settled:
			out.More = s.Say("sample.answer.last", nil)
		case f.Answer.Decision == sampling.KeepChecking && f.Left > 0:
			out.More = text + ". " + s.Say("sample.answer.more", map[string]any{"more": fmt.Sprint(f.Left)})
		}
	}
	return out
}

type numberParam struct {
	Number int `path:"number"`
}

type numberOnly struct {
	Raw
	Number int `path:"number"`
}

type looksBody struct {
	Looks int `json:"looks"`
}

func (s *Server) lotRoutes() {
	answer := func(ctx context.Context) func(desk.LotView, error) (lotPage, error) {
		return func(v desk.LotView, err error) (lotPage, error) {
			if err != nil {
				return lotPage{}, err
			}
			return viewLotPage(speaker(ctx), v), nil
		}
	}
	read(s, "see-lot", "/api/v1/lots/{number}", desk.SeeYard, func(ctx context.Context, in *numberParam) (lotPage, error) {
		return answer(ctx)(s.desk.Lot(ctx, caller(ctx), in.Number))
	})
	read(s, "see-lot-faults", "/api/v1/lots/{number}/faults", desk.SeeYard, func(ctx context.Context, in *numberParam) (lotFaults, error) {
		f, err := s.desk.FaultsOfLot(ctx, caller(ctx), in.Number)
		out := lotFaults{f.Checked, f.Ranged, []shareView{}}
		for _, each := range f.Faults {
			out.Faults = append(out.Faults, viewShare(speaker(ctx), "grower.fault.", each))
		}
		return out, err
	})
	write(s, http.MethodPost, "draw-sample", "/api/v1/lots/{number}/sample", desk.DrawSample,
		func(ctx context.Context, in *numberAndKey, body looksBody) (lotPage, error) {
			return answer(ctx)(s.desk.DrawLot(ctx, caller(ctx), in.Number, in.Key, body.Looks))
		})
	write(s, http.MethodPut, "stand-in-rows", "/api/v1/lots/{number}/rows", desk.DrawSample,
		func(ctx context.Context, in *numberOnly, body sampling.Rows) (lotPage, error) {
			return answer(ctx)(s.desk.StandInRows(ctx, caller(ctx), in.Number, body))
		})
	write(s, http.MethodPost, "close-lot", "/api/v1/lots/{number}/decisions", desk.ProposeLot,
		func(ctx context.Context, in *numberAndKey, body desk.LotClosing) (lotPage, error) {
			return answer(ctx)(s.desk.CloseLot(ctx, caller(ctx), in.Number, in.Key, body))
		})
	s.growerRoutes()
}

type lotFaults struct {
	Checked int         `json:"checked"`
	Ranged  bool        `json:"ranged" doc:"each share carries its range for the whole lot: only at a complete look of a drawn sample"`
	Faults  []shareView `json:"faults" doc:"the commonest first"`
}

type shareView struct {
	Code    string  `json:"code"`
	Text    string  `json:"text"`
	Found   int     `json:"found"`
	Checked int     `json:"checked"`
	Share   float64 `json:"share"`
	Low     float64 `json:"low"`
	High    float64 `json:"high"`
}

// GrowerNoteLine is a note to a grower as a line of a list.
type GrowerNoteLine struct {
	Number     int        `json:"number"`
	LotNumber  int        `json:"lot_number"`
	Common     string     `json:"common"`
	Asked      string     `json:"asked"`
	Headline   string     `json:"headline"`
	Returned   int        `json:"returned"`
	SentAt     time.Time  `json:"sent_at"`
	Answer     string     `json:"answer"`
	AnswerNote string     `json:"answer_note"`
	AnsweredAt *time.Time `json:"answered_at"`
	Version    int        `json:"version"`
}

type growerView struct {
	Name           string            `json:"name"`
	Place          string            `json:"place"`
	Strictness     string            `json:"strictness"`
	StrictnessText string            `json:"strictness_text"`
	Record         []store.ClosedLot `json:"record"`
	Faulty         shareView         `json:"faulty"`
	Faults         []shareView       `json:"faults"`
	Seasons        []shareView       `json:"seasons"`
	Notes          []GrowerNoteLine  `json:"notes"`
}

type growersView struct {
	Growers []growerView `json:"growers"`
}

func viewShare(s words.Speaker, prefix string, x desk.ShareOf) shareView {
	text := s.Say(prefix+x.Code, nil)
	if prefix == "grower.season." {
		text = s.Say(prefix+x.Code[5:], map[string]any{"year": x.Code[:4]})
	}
	return shareView{x.Code, text, x.Found, x.Checked, x.Share, x.Low, x.High}
}

func noteLine(s words.Speaker, n store.GrowerNote) GrowerNoteLine {
	return GrowerNoteLine{n.Number, n.Content.LotNumber, n.Content.Common, n.Asked, noteHeadline(s, n), n.Content.Returned, n.SentAt, n.Answer, n.AnswerNote, n.AnsweredAt, n.Version}
}

func noteHeadline(s words.Speaker, n store.GrowerNote) string {
	return s.Say("grower-note.headline."+n.Asked, map[string]any{"count": fmt.Sprint(n.Content.Returned)})
}

// GrowerNoteView is a note to a grower on the screen.
type GrowerNoteView struct {
	GrowerNoteLine
	Content    store.NoteContent `json:"content"`
	SampleText string            `json:"sample_text"`
}

func viewGrowerNote(s words.Speaker, n store.GrowerNote) GrowerNoteView {
	return GrowerNoteView{noteLine(s, n), n.Content, sampleText(s, n.Content)}
}

func sampleText(s words.Speaker, c store.NoteContent) string {
	return s.Say("grower-note.sample", map[string]any{"checked": fmt.Sprint(c.Checked), "size": fmt.Sprint(c.LotSize), "faulty": fmt.Sprint(c.Faulty),
		"low": fmt.Sprint(c.Low), "high": fmt.Sprint(c.High)})
}

func (s *Server) growerRoutes() {
	read(s, "list-growers", "/api/v1/growers", desk.SeeYard, func(ctx context.Context, _ *struct{}) (growersView, error) {
		list, err := s.desk.Growers(ctx, caller(ctx))
		out := growersView{[]growerView{}}
		for _, g := range list {
			say := speaker(ctx)
			v := growerView{Name: g.Grower.Name, Place: g.Grower.Place, Strictness: string(g.Strictness), StrictnessText: say.Say("strictness."+string(g.Strictness), nil),
				Record: g.Record, Faulty: shareView{"faulty", "", g.Faulty.Found, g.Faulty.Checked, g.Faulty.Share, g.Faulty.Low, g.Faulty.High},
				Faults: []shareView{}, Seasons: []shareView{}, Notes: []GrowerNoteLine{}}
			for _, f := range g.Faults {
				v.Faults = append(v.Faults, viewShare(say, "grower.fault.", f))
			}
			for _, f := range g.Seasons {
				v.Seasons = append(v.Seasons, viewShare(say, "grower.season.", f))
			}
			for _, n := range g.Notes {
				v.Notes = append(v.Notes, noteLine(say, n))
			}
			out.Growers = append(out.Growers, v)
		}
		return out, err
	})
	write(s, http.MethodPost, "draft-grower-note", "/api/v1/lots/{number}/grower-note/draft", desk.SeeYard,
		func(ctx context.Context, in *numberAndKey, body desk.NewGrowerNote) (GrowerNoteView, error) {
			n, err := s.desk.DraftGrowerNote(ctx, caller(ctx), in.Number, body)
			return viewGrowerNote(speaker(ctx), n), err
		})
	write(s, http.MethodPost, "send-grower-note", "/api/v1/lots/{number}/grower-note", desk.SendNotes,
		func(ctx context.Context, in *numberAndKey, body desk.NewGrowerNote) (GrowerNoteView, error) {
			n, err := s.desk.SendGrowerNote(ctx, caller(ctx), in.Number, in.Key, body)
			return viewGrowerNote(speaker(ctx), n), err
		})
	write(s, http.MethodPost, "answer-grower-note", "/api/v1/grower-notes/{number}/answer", desk.SendNotes,
		func(ctx context.Context, in *numberAndKey, body desk.GrowerAnswer) (GrowerNoteView, error) {
			n, err := s.desk.AnswerNote(ctx, caller(ctx), in.Number, body)
			return viewGrowerNote(speaker(ctx), n), err
		})
	type paperOf struct {
		Number int    `path:"number"`
		Paper  string `query:"paper" enum:"a4,letter" default:"a4"`
	}
	huma.Register(s.api, operation("grower-note-pdf", http.MethodGet, "/api/v1/grower-notes/{number}/note.pdf", desk.SeeYard),
		func(ctx context.Context, in *paperOf) (*fileAnswer, error) {
			n, err := s.desk.GrowerNote(ctx, caller(ctx), in.Number)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			say := words.For(n.Content.Language, words.Units(n.Content.Units))
			pictures, err := s.notePictures(ctx, n)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			pdf, err := paper.GrowerNotePDF(say, paperNote(say, n, pictures), in.Paper)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			return &fileAnswer{"application/pdf", fmt.Sprintf(`inline; filename="note-%d.pdf"`, n.Number), pdf}, nil
		})
	huma.Register(s.api, operation("grower-note-csv", http.MethodGet, "/api/v1/grower-notes/{number}/note.csv", desk.SeeYard),
		func(ctx context.Context, in *paperOf) (*fileAnswer, error) {
			n, err := s.desk.GrowerNote(ctx, caller(ctx), in.Number)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			file, err := paper.TableCSV(noteTable(speaker(ctx), n))
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			return &fileAnswer{"text/csv; charset=utf-8", fmt.Sprintf(`attachment; filename="note-%d.csv"`, n.Number), file}, nil
		})
}

// notePictures are the thumbnails of a note's photographs that are still there.
func (s *Server) notePictures(ctx context.Context, n store.GrowerNote) (map[string][]byte, error) {
	out := map[string][]byte{}
	for _, f := range n.Content.Findings {
		for _, id := range f.Photos {
			photo, err := s.desk.Photo(ctx, caller(ctx), id)
			if err == store.ErrMissing {
				continue
			}
			if err != nil {
				return nil, err
			}
			out[id] = photo.Thumbnail
		}
	}
	return out, nil
}

func reasonText(s words.Speaker, code string) string {
	return s.Say("reason."+code, map[string]any{"fill_hold": planting.Measure{Value: rules.House{}.Value(rules.RootsFillHold), Unit: "pct"}})
}

func paperNote(s words.Speaker, n store.GrowerNote, pictures map[string][]byte) paper.GrowerNote {
	c := n.Content
	out := paper.GrowerNote{Number: n.Number, Grower: c.Grower, Place: c.Place, Common: c.Common, Botanical: c.Botanical, LotNumber: c.LotNumber, LotSize: c.LotSize,
		ArrivedOn: c.ArrivedOn, SentAt: n.SentAt, SentBy: c.SentBy, Headline: noteHeadline(s, n), SampleText: sampleText(s, c), Asked: s.Say("grower-note.asked."+n.Asked, nil),
		Message: c.Message}
	if day, err := time.Parse(time.DateOnly, c.ArrivedOn); err == nil {
		out.ArrivedOn = s.Date(day)
	}
	for _, f := range c.Findings {
		finding := paper.Finding{Tag: f.Tag, Place: f.Number, Verdict: s.Say("verdict."+f.Verdict, nil), FlareMM: f.FlareMM, BallMM: f.BallMM, WidthMM: f.WidthMM, TrunkMM: f.TrunkMM}
		for _, code := range f.Codes {
			finding.Reasons = append(finding.Reasons, reasonText(s, code))
		}
		for _, id := range f.Photos {
			if picture, ok := pictures[id]; ok {
				finding.Photos = append(finding.Photos, picture)
			}
		}
		out.Findings = append(out.Findings, finding)
	}
	return out
}

func noteTable(s words.Speaker, n store.GrowerNote) [][]string {
	head := []string{}
	for _, column := range []string{"tag", "place", "verdict", "reasons", "flare", "ball", "width", "trunk"} {
		head = append(head, s.Say("grower-note.csv."+column, nil))
	}
	number := func(x *float64) string {
		if x == nil {
			return ""
		}
		return fmt.Sprintf("%.0f", *x)
	}
	out := [][]string{head}
	for _, f := range n.Content.Findings {
		reasons := ""
		for i, code := range f.Codes {
			if i > 0 {
				reasons += " "
			}
			reasons += reasonText(s, code)
		}
		out = append(out, []string{f.Tag, fmt.Sprint(f.Number), s.Say("verdict."+f.Verdict, nil), reasons, number(f.FlareMM), number(f.BallMM), number(f.WidthMM), number(f.TrunkMM)})
	}
	return out
}
