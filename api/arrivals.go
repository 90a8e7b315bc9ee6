package api

import (
	"context"
	"errors"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/arrival"
	"sedum/desk"
	"sedum/paper"
	"sedum/words"
)

type deliveryView struct {
	Number    int             `json:"number"`
	Grower    string          `json:"grower"`
	Place     string          `json:"place"`
	ArrivedAt time.Time       `json:"arrived_at"`
	LiftedAt  *time.Time      `json:"lifted_at"`
	Packing   string          `json:"packing"`
	Note      string          `json:"note"`
	By        string          `json:"by"`
	Lots      []LotWithCounts `json:"lots"`
}

type deliveriesView struct {
	Deliveries []deliveryView `json:"deliveries"`
}

func viewDelivery(v desk.DeliveryView) deliveryView {
	d := v.Delivery
	return deliveryView{d.Number, d.Grower.Name, d.Grower.Place, d.ArrivedAt, d.LiftedAt, d.Packing, d.Note, d.Person.Name, viewLots(v.Lots)}
}

type kindLine struct {
	Common    string `json:"common"`
	Botanical string `json:"botanical"`
	Habit     string `json:"habit"`
	Covered   bool   `json:"covered"`
}

type kindsView struct {
	Kinds []kindLine `json:"kinds"`
}

type growerNames struct {
	Growers []string `json:"growers"`
}

type noteFile struct {
	Name    string `query:"name" maxLength:"200" doc:"of the file"`
	RawBody []byte `contentType:"text/csv"`
}

type noteRowView struct {
	Line   int          `json:"line"`
	Cells  []string     `json:"cells"`
	Faults []FieldError `json:"faults"`
}

type notePreview struct {
	ID       string         `json:"id"`
	FileName string         `json:"file_name"`
	Headings []string       `json:"headings"`
	Columns  map[string]int `json:"columns" doc:"what each column tells, by its place in the table"`
	Known    []string       `json:"known" doc:"every column that a note may have"`
	Missing  []string       `json:"missing"`
	Rows     []noteRowView  `json:"rows" doc:"the first rows"`
	Faulty   []noteRowView  `json:"faulty" doc:"the first faulty rows"`
	Total    int            `json:"total"`
	Sound    int            `json:"sound"`
	Faults   int            `json:"faults"`
	Trees    int            `json:"trees"`
	Before   *noteBefore    `json:"before" doc:"when the same file was read in before"`
	Done     int            `json:"done"`
	Delivery int            `json:"delivery"`
}

type noteBefore struct {
	FileName string    `json:"file_name"`
	At       time.Time `json:"at"`
}

const faultyShown = 60

func viewNote(s words.Speaker, v desk.NotePreview) notePreview {
	out := notePreview{ID: v.ID, FileName: v.FileName, Headings: v.Headings, Columns: map[string]int{}, Known: []string{}, Missing: []string{},
		Rows: viewRows(s, v.Rows), Total: v.Total, Sound: v.Sound, Faults: len(v.Faulty), Trees: v.Trees, Done: v.Done, Delivery: v.Delivery}
	for c, i := range v.Columns {
		out.Columns[string(c)] = i
	}
	for _, c := range arrival.Columns() {
		out.Known = append(out.Known, string(c))
	}
	for _, c := range v.Missing {
		out.Missing = append(out.Missing, string(c))
	}
	out.Faulty = viewRows(s, v.Faulty[:min(len(v.Faulty), faultyShown)])
	if v.Before != nil {
		out.Before = &noteBefore{v.Before.FileName, v.Before.At}
	}
	return out
}

func viewRows(s words.Speaker, rows []desk.NoteRow) []noteRowView {
	out := []noteRowView{}
	for _, r := range rows {
		row := noteRowView{Line: r.Line, Cells: r.Cells, Faults: []FieldError{}}
		for _, f := range r.Faults {
			row.Faults = append(row.Faults, FieldError{f.Field, s.Fault(f), string(f.Code)})
		}
		out = append(out, row)
	}
	return out
}

type columnsBody struct {
	Columns map[string]int `json:"columns"`
}

type noteParam struct {
	Raw
	ID string `path:"id"`
}

type noteProgress struct {
	Done     int `json:"done"`
	Total    int `json:"total"`
	Trees    int `json:"trees"`
	Delivery int `json:"delivery"`
}

type splitBody struct {
	Count int `json:"count"`
}

type numberAndKey struct {
	Raw
	Number int    `path:"number"`
	Key    string `header:"Idempotency-Key"`
}

type countView struct {
	Count int `json:"count"`
}

func (s *Server) arrivalRoutes() {
	read(s, "list-deliveries", "/api/v1/deliveries", desk.SeeYard, func(ctx context.Context, _ *struct{}) (deliveriesView, error) {
		list, err := s.desk.Deliveries(ctx, caller(ctx))
		out := deliveriesView{[]deliveryView{}}
		for _, v := range list {
			out.Deliveries = append(out.Deliveries, viewDelivery(v))
		}
		return out, err
	})
	write(s, http.MethodPost, "take-in-delivery", "/api/v1/deliveries", desk.TakeIn,
		func(ctx context.Context, in *keyOnly, body desk.NewDelivery) (deliveryView, error) {
			v, err := s.desk.TakeInDelivery(ctx, caller(ctx), in.Key, body)
			return viewDelivery(v), err
		})
	read(s, "list-kinds", "/api/v1/kinds", desk.SeeYard, func(ctx context.Context, _ *struct{}) (kindsView, error) {
		list, err := s.desk.Kinds(ctx, caller(ctx))
		out := kindsView{[]kindLine{}}
		for _, k := range list {
			out.Kinds = append(out.Kinds, kindLine{k.Common, k.Botanical, string(k.Habit), !k.Facts.NotCovered})
		}
		return out, err
	})
	read(s, "list-grower-names", "/api/v1/growers/names", desk.SeeYard, func(ctx context.Context, _ *struct{}) (growerNames, error) {
		list, err := s.desk.Store.Growers(ctx)
		out := growerNames{[]string{}}
		for _, g := range list {
			out.Growers = append(out.Growers, g.Name)
		}
		return out, err
	})
	s.noteRoutes()
	write(s, http.MethodPost, "split-bundle", "/api/v1/trees/{tag}/split", desk.TakeIn,
		func(ctx context.Context, in *tagAndKey, body splitBody) (treeView, error) {
			return s.treeAnswer(ctx)(s.desk.SplitBundle(ctx, caller(ctx), in.Tag, in.Key, body.Count))
		})
	write(s, http.MethodPost, "print-labels", "/api/v1/lots/{number}/labels", desk.TakeIn,
		func(ctx context.Context, in *numberAndKey, _ nothingMore) (countView, error) {
			n, err := s.desk.PrintLabels(ctx, caller(ctx), in.Number, in.Key)
			return countView{n}, err
		})
	huma.Register(s.api, operation("labels-pdf", http.MethodGet, "/api/v1/lots/{number}/labels.pdf", desk.SeeYard),
		func(ctx context.Context, in *struct {
			Number int    `path:"number"`
			Paper  string `query:"paper" enum:"a4,letter" default:"a4"`
		}) (*fileAnswer, error) {
			v, err := s.desk.Lot(ctx, caller(ctx), in.Number)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			trees, err := s.desk.Store.TreesOfLot(ctx, v.Lot.ID)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			labels := []paper.Label{}
			for _, t := range trees {
				labels = append(labels, paper.Label{Tag: t.Tag, Common: v.Lot.Called(), LotNumber: v.Lot.Number, Number: t.Number, Bundle: t.BundleCount, ArrivedOn: v.Lot.ArrivedOn})
			}
			pdf, err := paper.LabelsPDF(speaker(ctx), labels, in.Paper, s.desk.Now())
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			return &fileAnswer{"application/pdf", `inline; filename="labels.pdf"`, pdf}, nil
		})
}

func (s *Server) noteRoutes() {
	op := operation("open-note", http.MethodPost, "/api/v1/notes", desk.TakeIn)
	op.SkipValidateBody, op.MaxBodyBytes = true, desk.NoteLimit+1024
	huma.Register(s.api, op, func(ctx context.Context, in *noteFile) (*answerOf[notePreview], error) {
		v, err := s.desk.OpenNote(ctx, caller(ctx), in.Name, in.RawBody)
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		return &answerOf[notePreview]{viewNote(speaker(ctx), v)}, nil
	})
	write(s, http.MethodPost, "preview-note", "/api/v1/notes/{id}/preview", desk.TakeIn,
		func(ctx context.Context, in *noteParam, body columnsBody) (notePreview, error) {
			columns := map[arrival.Column]int{}
			for c, i := range body.Columns {
				columns[arrival.Column(c)] = i
			}
			v, err := s.desk.PreviewNote(ctx, caller(ctx), in.ID, columns)
			if err != nil {
				return notePreview{}, err
			}
			return viewNote(speaker(ctx), v), nil
		})
	write(s, http.MethodPost, "read-in-note", "/api/v1/notes/{id}/rows", desk.TakeIn,
		func(ctx context.Context, in *noteParam, body desk.NoteDelivery) (noteProgress, error) {
			p, err := s.desk.ReadInNote(ctx, caller(ctx), in.ID, body)
			return noteProgress(p), err
		})
	huma.Register(s.api, operation("faulty-rows", http.MethodGet, "/api/v1/notes/{id}/faulty.csv", desk.TakeIn),
		func(ctx context.Context, in *struct {
			ID string `path:"id"`
		}) (*fileAnswer, error) {
			v, err := s.desk.PreviewNote(ctx, caller(ctx), in.ID, nil)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			table := [][]string{append(append([]string{}, v.Headings...), speaker(ctx).Say("note.csv.why", nil))}
			for _, r := range v.Faulty {
				row := make([]string, len(v.Headings)+1)
				copy(row, r.Cells)
				for i, f := range r.Faults {
					if i > 0 {
						row[len(v.Headings)] += "; "
					}
					row[len(v.Headings)] += f.Field + ": " + speaker(ctx).Fault(f)
				}
				table = append(table, row)
			}
			file, err := paper.TableCSV(table)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			return &fileAnswer{"text/csv; charset=utf-8", `attachment; filename="faulty-rows.csv"`, file}, nil
		})
}

// unreadable answers a file that is no note.
func unreadable(s words.Speaker, err error) *Problem {
	var u arrival.Unreadable
	if !errors.As(err, &u) {
		return nil
	}
	p := newProblem(s, http.StatusUnprocessableEntity, "invalid", nil)
	p.Detail = s.Say("note."+u.Code, map[string]any{"limit": u.Limit})
	p.Errors = append(p.Errors, FieldError{"file", p.Detail, "note-" + u.Code})
	return p
}
