package api

import (
	"context"
	"fmt"
	"math"
	"net/http"
	"time"

	"sedum/core/planting"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/desk"
	"sedum/words"
)

type outcomeView struct {
	At   time.Time `json:"at"`
	By   string    `json:"by"`
	Text string    `json:"text"`
	Note string    `json:"note"`
}

func viewOutcomes(s words.Speaker, list []desk.BatchOutcome) []outcomeView {
	out := []outcomeView{}
	for _, o := range list {
		out = append(out, outcomeView{o.At, o.Person.Name, s.Say("outcome.shares", map[string]any{
			"trees": fmt.Sprint(o.Shares.Trees), "lost": share(o.Shares.Lost), "low": share(o.Shares.LostLow), "high": share(o.Shares.LostHigh),
			"doubtful": share(o.Shares.Doubtful), "sound": share(o.Shares.Sound)}), o.Note})
	}
	return out
}

type outcomesView struct {
	Outcomes []outcomeView `json:"outcomes" doc:"newest first"`
}

type soakView struct {
	ID        string     `json:"id"`
	Lot       int        `json:"lot"`
	Tag       string     `json:"tag"`
	Common    string     `json:"common"`
	Water     yard.Water `json:"water"`
	WaterText string     `json:"water_text"`
	BegunAt   time.Time  `json:"begun_at"`
	EndsAt    time.Time  `json:"ends_at" doc:"out of the water at the latest"`
	Over      bool       `json:"over"`
	By        string     `json:"by"`
}

type soaksView struct {
	Soaks []soakView `json:"soaks" doc:"first what must come out first"`
}

func viewSoaks(s words.Speaker, list []desk.SoakView) soaksView {
	out := soaksView{[]soakView{}}
	for _, v := range list {
		out.Soaks = append(out.Soaks, soakView{v.ID, v.Lot.Number, v.Tag, v.Lot.Called(), v.Water, s.Say("soak.water."+string(v.Water), nil), v.BegunAt,
			v.Soaking.EndsAt, v.Soaking.Over, v.Person.Name})
	}
	return out
}

type keepingView struct {
	Standing  []string         `json:"standing" doc:"what waiting stock asks of where it stands, the most pressing first"`
	Kept      string           `json:"kept" doc:"what share of its roots comes along, and what that rests on"`
	Spare     string           `json:"spare"`
	Wanted    int              `json:"wanted" doc:"trees that shall stand in the end"`
	Risks     []string         `json:"risks" doc:"of today's air to roots in pots"`
	Air       string           `json:"air"`
	Box       string           `json:"box" doc:"the daily routine of a box that came without packing"`
	Outcomes  []outcomeView    `json:"outcomes"`
	Beside    []smallStockView `json:"beside" doc:"a plug and a young bare root side by side"`
	BareRoots bool             `json:"bare_roots"`
}

type smallStockView struct {
	Form    stock.Form `json:"form"`
	Title   string     `json:"title"`
	Hole    string     `json:"hole"`
	Handle  string     `json:"handle"`
	Water   string     `json:"water"`
	Time    string     `json:"time"`
	Allowed string     `json:"allowed"`
}

func celsius(v float64) planting.Measure { return planting.Measure{Value: v, Unit: "c"} }

func litres(v float64) planting.Measure { return planting.Measure{Value: v, Unit: "l"} }

func viewKeeping(s words.Speaker, form stock.Form, k desk.Keeping) keepingView {
	out := keepingView{Standing: []string{}, Risks: []string{}, Outcomes: viewOutcomes(s, k.Outcomes), Beside: []smallStockView{}, BareRoots: form == stock.BareRoot, Wanted: k.Wanted}
	for _, p := range k.Standing {
		out.Standing = append(out.Standing, s.Say("standing."+string(p), nil))
	}
	if k.Kept.Source != "" {
		out.Kept = s.Say("kept."+k.Kept.Source, map[string]any{"least": share(k.Kept.Least), "most": share(k.Kept.Most)})
	}
	if k.Wanted > 0 {
		out.Spare = s.Say("spare", map[string]any{"wanted": fmt.Sprint(k.Wanted), "all": fmt.Sprint(k.Wanted + k.Spare), "spare": fmt.Sprint(k.Spare)})
	}
	for _, r := range k.Risks {
		out.Risks = append(out.Risks, s.Say("pot-roots."+r.Kind, map[string]any{"air": celsius(r.AirC), "limit": celsius(r.LimitC)}))
	}
	if form == stock.Container || form == stock.Plug {
		out.Air = s.Say("pot-roots.air", map[string]any{"high": celsius(math.Round(k.HighC)), "low": celsius(math.Round(k.LowC))})
	}
	if k.BoxWaterL > 0 {
		out.Box = s.Say("box.routine", map[string]any{"water": litres(k.BoxWaterL)})
	}
	for _, b := range k.Beside {
		form := string(b.Form)
		v := smallStockView{Form: b.Form, Title: s.Say("beside."+form, nil), Handle: s.Say("beside."+form+".handle", nil),
			Hole:  s.Say("beside.hole", map[string]any{"wide": mm(b.HoleTopMM), "deep": mm(b.HoleDepthMM)}),
			Water: s.Say("beside.water", map[string]any{"water": litres(b.FirstWaterL)}), Time: s.Say("beside.time", map[string]any{"minutes": fmt.Sprintf("%.0f", b.Minutes)}),
			Allowed: s.Say("beside.waits", nil)}
		if b.DaysAllowed > 0 {
			v.Allowed = s.Say("beside.allowed", map[string]any{"days": fmt.Sprintf("%.0f", b.DaysAllowed)})
		}
		out.Beside = append(out.Beside, v)
	}
	return out
}

// viewPotting says how a tree is potted up, in the order of the hands.
func viewPotting(s words.Speaker, p *yard.Potting) []string {
	out := []string{}
	if p == nil {
		return out
	}
	say := func(id string, values map[string]any) { out = append(out, s.Say("potting."+id, values)) }
	say("pot", map[string]any{"wide": mm(p.PotDiameterMM), "deep": mm(p.PotDepthMM), "mix": litres(math.Ceil(p.MixL))})
	if p.SliceMM > 0 {
		say("slice", map[string]any{"slice": mm(p.SliceMM)})
	}
	if p.ClearMM > 0 {
		say("clear", map[string]any{"clear": mm(p.ClearMM)})
	}
	say("under", map[string]any{"under": mm(p.UnderMM), "rim": mm(p.RimMM)})
	say("flare", nil)
	say("after", nil)
	return out
}

type damageView struct {
	ID       string     `json:"id"`
	Journey  string     `json:"journey"`
	Damage   string     `json:"damage"`
	Text     string     `json:"text"`
	Repair   string     `json:"repair"`
	ToRepair bool       `json:"to_repair" doc:"a repair that keeps the tree from being sold"`
	Note     string     `json:"note"`
	By       string     `json:"by"`
	At       time.Time  `json:"at"`
	Repaired *time.Time `json:"repaired_at"`
}

func viewDamages(s words.Speaker, v desk.TreeView) []damageView {
	out := []damageView{}
	for _, d := range v.Damages {
		out = append(out, damageView{d.ID, d.Journey, string(d.Damage),
			s.Say("damage."+string(d.Damage), nil), s.Say("repair."+d.Repair, nil), d.Verdict == stock.Fix && d.RepairedAt == nil, d.Note, d.Person.Name, d.At, d.RepairedAt})
	}
	return out
}

type repairBody struct {
	Repaired bool `json:"repaired"`
}

type damageParam struct {
	Raw
	Tag string `path:"tag"`
	ID  string `path:"id"`
}

func (s *Server) waitingRoutes() {
	write(s, http.MethodPost, "feel-roots", "/api/v1/clock/damp", desk.KeepClock, func(ctx context.Context, in *keyOnly, body desk.NewDampLook) (clockView, error) {
		units, err := s.desk.FeelRoots(ctx, caller(ctx), in.Key, body)
		if err != nil {
			return clockView{}, err
		}
		return s.viewClock(ctx, units)
	})
	write(s, http.MethodPost, "count-batch", "/api/v1/clock/outcomes", desk.KeepClock, func(ctx context.Context, in *keyOnly, body desk.NewOutcome) (outcomesView, error) {
		list, err := s.desk.CountBatch(ctx, caller(ctx), in.Key, body)
		return outcomesView{viewOutcomes(speaker(ctx), list)}, err
	})
	read(s, "list-soaks", "/api/v1/soaks", desk.SeeYard, func(ctx context.Context, _ *struct{}) (soaksView, error) {
		list, err := s.desk.Soaks(ctx, caller(ctx))
		return viewSoaks(speaker(ctx), list), err
	})
	write(s, http.MethodPost, "begin-soak", "/api/v1/soaks", desk.KeepClock, func(ctx context.Context, in *keyOnly, body desk.NewSoak) (soaksView, error) {
		list, err := s.desk.BeginSoak(ctx, caller(ctx), in.Key, body)
		return viewSoaks(speaker(ctx), list), err
	})
	write(s, http.MethodPost, "end-soak", "/api/v1/soaks/{id}/ended", desk.KeepClock, func(ctx context.Context, in *struct {
		Raw
		ID string `path:"id"`
	}, _ nothingMore) (soaksView, error) {
		list, err := s.desk.EndSoak(ctx, caller(ctx), in.ID)
		return viewSoaks(speaker(ctx), list), err
	})
	write(s, http.MethodPost, "record-damage", "/api/v1/trees/{tag}/damages", desk.CheckTrees, func(ctx context.Context, in *tagAndKey, body desk.NewDamage) (treeView, error) {
		return s.treeAnswer(ctx)(s.desk.RecordDamage(ctx, caller(ctx), in.Tag, in.Key, body))
	})
	write(s, http.MethodPost, "repair-damage", "/api/v1/trees/{tag}/damages/{id}/repaired", desk.CheckTrees, func(ctx context.Context, in *damageParam, body repairBody) (treeView, error) {
		return s.treeAnswer(ctx)(s.desk.RepairDamage(ctx, caller(ctx), in.Tag, in.ID, body.Repaired))
	})
	write(s, http.MethodPost, "count-tablets", "/api/v1/yard/tablets", desk.SeeYard, func(ctx context.Context, _ *Raw, body yard.TabletInput) (yard.TabletCount, error) {
		return s.desk.CountTablets(caller(ctx), body)
	})
	s.cardRoutes()
}
