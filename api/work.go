package api

import (
	"context"
	"fmt"
	"net/http"

	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
	"sedum/words"
)

type workItem struct {
	store.TreeRow
	Key       string `json:"key"`
	Code      string `json:"code"`
	Text      string `json:"text"`
	ShareText string `json:"share_text"`
}

type toolWork struct {
	Tool  string     `json:"tool"`
	Text  string     `json:"text"`
	Items []workItem `json:"items"`
}

type heldTree struct {
	store.TreeRow
	Reasons []string `json:"reasons"`
	Freed   bool     `json:"freed" doc:"the season it waited for has come"`
	Due     bool     `json:"due"`
}

type repairItem struct {
	store.TreeRow
	ID   string `json:"id"`
	Text string `json:"text"`
}

type yardWork struct {
	Tools      []toolWork      `json:"tools"`
	Again      []store.TreeRow `json:"again" doc:"all work done: to be measured again"`
	Held       []heldTree      `json:"held"`
	Repairs    []repairItem    `json:"repairs" doc:"what journeys did and is not yet mended"`
	Season     string          `json:"season"`
	SeasonText string          `json:"season_text"`
}

type measureView struct {
	ID        string  `json:"id"`
	Name      string  `json:"name"`
	Kind      string  `json:"kind"`
	Substance string  `json:"substance"`
	Amount    float64 `json:"amount"`
	Unit      string  `json:"unit"`
}

type measuresView struct {
	Measures []measureView `json:"measures"`
}

func viewMeasures(list []store.HouseMeasure) measuresView {
	out := measuresView{[]measureView{}}
	for _, m := range list {
		out.Measures = append(out.Measures, measureView{m.ID, m.Name, m.Kind, m.Substance, m.Amount, m.Unit})
	}
	return out
}

func (s *Server) workRoutes() {
	read(s, "see-work", "/api/v1/work", desk.SeeYard, func(ctx context.Context, _ *struct{}) (yardWork, error) {
		v, err := s.desk.WorkList(ctx, caller(ctx))
		return viewWork(speaker(ctx), v), err
	})
	read(s, "list-measures", "/api/v1/measures", desk.SeeYard, func(ctx context.Context, _ *struct{}) (measuresView, error) {
		list, err := s.desk.Measures(ctx, caller(ctx))
		return viewMeasures(list), err
	})
	write(s, http.MethodPost, "add-measure", "/api/v1/measures", desk.KeepMeasures,
		func(ctx context.Context, in *keyOnly, body desk.NewMeasure) (measuresView, error) {
			list, err := s.desk.AddMeasure(ctx, caller(ctx), in.Key, body)
			return viewMeasures(list), err
		})
	remove(s, "retire-measure", "/api/v1/measures/{id}", desk.KeepMeasures, func(ctx context.Context, in *idParam) error {
		return s.desk.RetireMeasure(ctx, caller(ctx), in.ID)
	})
}

func viewWork(s words.Speaker, v desk.YardWork) yardWork {
	out := yardWork{Tools: []toolWork{}, Again: v.Again, Held: []heldTree{}, Repairs: []repairItem{}, Season: v.Season, SeasonText: s.Say("season.now", nil)}
	if out.Again == nil {
		out.Again = []store.TreeRow{}
	}
	if v.DaysToDormancy > 0 {
		out.SeasonText = s.Say("season.wait", map[string]any{"days": fmt.Sprint(v.DaysToDormancy)})
	}
	for _, tool := range v.Tools {
		view := toolWork{tool.Tool, s.Say("tool."+tool.Tool, nil), []workItem{}}
		for _, item := range tool.Items {
			line := workItem{TreeRow: item.Tree, Key: item.Work.Key, Code: item.Work.Code, Text: workText(s, item.Work)}
			if tool.Tool == "root-knife" && item.Share > 0 {
				line.ShareText = s.Say("work.share", map[string]any{"share": share(item.Share), "limit": share(item.Limit), "season": s.Say("season."+item.Season, nil)})
			}
			view.Items = append(view.Items, line)
		}
		out.Tools = append(out.Tools, view)
	}
	for _, r := range v.Repairs {
		out.Repairs = append(out.Repairs, repairItem{r.TreeRow, r.ID, s.Say("damage."+string(r.Damage), nil) + ": " + s.Say("repair."+r.Repair, nil)})
	}
	for _, h := range v.Held {
		held := heldTree{TreeRow: h.Tree, Reasons: []string{}, Freed: h.Freed, Due: h.Due}
		for _, r := range h.Reasons {
			if r.Verdict == stock.Hold {
				held.Reasons = append(held.Reasons, reasonText(s, r.Part+"."+r.Code))
			}
		}
		out.Held = append(out.Held, held)
	}
	return out
}
