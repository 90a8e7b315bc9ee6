package api

import (
	"context"
	"net/http"
	"time"

	"sedum/core/calc"
	"sedum/core/planting"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/desk"
	"sedum/store"
	"sedum/words"
)

type clockStage struct {
	ID    string    `json:"id"`
	At    time.Time `json:"at"`
	Cover string    `json:"cover"`
	Rewet bool      `json:"rewet"`
	TempC *float64  `json:"temp_c"`
	RHPct *float64  `json:"rh_pct"`
	By    string    `json:"by"`
}

type dipView struct {
	ID       string    `json:"id"`
	Trees    int       `json:"trees"`
	MixedAt  time.Time `json:"mixed_at"`
	ReadyAt  time.Time `json:"ready_at"`
	Batches  int       `json:"batches"`
	WeighedG float64   `json:"weighed_g"`
}

type clockUnit struct {
	Lot        int                  `json:"lot"`
	Tag        string               `json:"tag"`
	Common     string               `json:"common"`
	Grower     string               `json:"grower"`
	Size       string               `json:"size"`
	Trees      int                  `json:"trees"`
	Cover      string               `json:"cover"`
	CoverText  string               `json:"cover_text"`
	Since      time.Time            `json:"since"`
	Now        stock.Air            `json:"now"`
	Result     stock.ExposureResult `json:"result"`
	StatusText string               `json:"status_text"`
	Alarms     []string             `json:"alarms"`
	EndsAt     *time.Time           `json:"ends_at"`
	Stages     []clockStage         `json:"stages"`
	Dip        *dipView             `json:"dip"`
	// Felt is what a hand last felt at the roots.
	Felt      *feltView `json:"felt"`
	FeelToday bool      `json:"feel_today" doc:"nobody has felt the roots today"`
}

type feltView struct {
	Damp yard.Damp `json:"damp"`
	Text string    `json:"text"`
	At   time.Time `json:"at"`
	By   string    `json:"by"`
}

type clockView struct {
	At     time.Time   `json:"at"`
	OnDuty string      `json:"on_duty"`
	Mine   bool        `json:"mine" doc:"the caller is on duty"`
	Units  []clockUnit `json:"units" doc:"the soonest to be spent first"`
}

func (s *Server) viewClock(ctx context.Context, units []desk.ClockUnit) (clockView, error) {
	say := speaker(ctx)
	duty, err := s.desk.OnDuty(ctx)
	if err != nil && err != store.ErrMissing {
		return clockView{}, err
	}
	out := clockView{At: s.desk.Now(), OnDuty: duty.Name, Mine: duty.ID == caller(ctx).ID && duty.DutySince != nil, Units: []clockUnit{}}
	for _, u := range units {
		out.Units = append(out.Units, viewUnit(say, u))
	}
	return out, nil
}

func viewUnit(s words.Speaker, u desk.ClockUnit) clockUnit {
	r := calc.Rounded(u.Result)
	v := clockUnit{Lot: u.Lot.Number, Tag: u.Tag, Common: u.Lot.Called(), Grower: u.Lot.Grower.Name, Size: u.Lot.Size, Trees: u.Trees, Cover: string(u.Input.Now.Cover),
		CoverText: s.Say("clock.cover."+string(u.Input.Now.Cover), nil), Since: u.Since, Now: u.Input.Now, Result: r, StatusText: s.Say("clock.status."+r.Status, nil),
		Alarms: []string{}, EndsAt: u.EndsAt, Stages: []clockStage{}}
	v.FeelToday = u.FeelToday
	if f := u.Felt; f != nil {
		v.Felt = &feltView{f.Damp, s.Say("damp."+string(f.Damp), nil), f.At, f.Person.Name}
	}
	for _, a := range r.Alarms {
		v.Alarms = append(v.Alarms, s.Say("clock.alarm."+a, nil))
	}
	for _, st := range u.Stages {
		v.Stages = append(v.Stages, clockStage{st.ID, st.At, string(st.Cover), st.Rewet, st.TempC, st.RHPct, st.Person.Name})
	}
	if d := u.Dip; d != nil {
		v.Dip = &dipView{d.ID, d.Trees, d.MixedAt, d.ReadyAt, d.Result.Batches, d.WeighedG}
	}
	return v
}

type dipPlanView struct {
	GelPerTreeL float64            `json:"gel_per_tree_l"`
	Result      stock.GelDipResult `json:"result"`
	Weighed     *stock.Weighed     `json:"weighed"`
	WeighedText string             `json:"weighed_text"`
	About       string             `json:"about" doc:"the powder in the house's own measures"`
	DoseOK      bool               `json:"dose_ok" doc:"false: too far from the label, refused"`
}

type messageView struct {
	ID   string    `json:"id"`
	At   time.Time `json:"at"`
	Text string    `json:"text"`
}

type messagesView struct {
	Messages []messageView `json:"messages"`
}

type dutyBody struct {
	On bool `json:"on"`
}

type scaleView struct {
	Grams float64 `json:"grams"`
}

func (s *Server) clockRoutes() {
	s.waitingRoutes()
	answer := func(ctx context.Context) func([]desk.ClockUnit, error) (clockView, error) {
		return func(units []desk.ClockUnit, err error) (clockView, error) {
			if err != nil {
				return clockView{}, err
			}
			return s.viewClock(ctx, units)
		}
	}
	read(s, "see-clock", "/api/v1/clock", desk.SeeYard, func(ctx context.Context, _ *struct{}) (clockView, error) {
		return answer(ctx)(s.desk.Clock(ctx, caller(ctx)))
	})
	write(s, http.MethodPost, "keep-roots", "/api/v1/clock/stages", desk.KeepClock,
		func(ctx context.Context, in *keyOnly, body desk.NewStage) (clockView, error) {
			return answer(ctx)(s.desk.KeepRoots(ctx, caller(ctx), in.Key, body))
		})
	remove(s, "undo-stage", "/api/v1/clock/stages/{id}", desk.KeepClock, func(ctx context.Context, in *idParam) error {
		_, err := s.desk.UndoStage(ctx, caller(ctx), in.ID)
		return err
	})
	write(s, http.MethodPost, "take-duty", "/api/v1/clock/duty", desk.KeepClock, func(ctx context.Context, _ *Raw, body dutyBody) (clockView, error) {
		if err := s.desk.TakeDuty(ctx, caller(ctx), body.On); err != nil {
			return clockView{}, err
		}
		return answer(ctx)(s.desk.Clock(ctx, caller(ctx)))
	})
	write(s, http.MethodPost, "plan-dip", "/api/v1/dips/plan", desk.KeepClock, func(ctx context.Context, _ *Raw, body desk.NewDip) (dipPlanView, error) {
		p, err := s.desk.PlanDip(ctx, caller(ctx), body)
		if err != nil {
			return dipPlanView{}, err
		}
		out := dipPlanView{p.Input.GelPerTreeL, calc.Rounded(p.Result), nil, "", speaker(ctx).InMeasures(p.Result.PowderPerBatch, "g", "gel powder", p.Measures), p.DoseOK}
		if p.Weighed != nil {
			w := calc.Rounded(*p.Weighed)
			out.Weighed = &w
			out.WeighedText = speaker(ctx).Say("weigh."+w.Word, map[string]any{"by": planting.Measure{Value: w.ByG, Unit: "g"}})
		}
		return out, nil
	})
	write(s, http.MethodPost, "mix-dip", "/api/v1/dips", desk.KeepClock, func(ctx context.Context, in *keyOnly, body desk.NewDip) (clockView, error) {
		return answer(ctx)(s.desk.MixDip(ctx, caller(ctx), in.Key, body))
	})
	write(s, http.MethodPost, "dip", "/api/v1/dips/{id}/dipped", desk.KeepClock, func(ctx context.Context, in *struct {
		Raw
		ID  string `path:"id"`
		Key string `header:"Idempotency-Key"`
	}, _ nothingMore) (clockView, error) {
		return answer(ctx)(s.desk.Dip(ctx, caller(ctx), in.Key, in.ID))
	})
	write(s, http.MethodPost, "check-hole", "/api/v1/clock/hole", desk.SeeYard, func(ctx context.Context, _ *Raw, body stock.BareRootInput) (stock.BareRootResult, error) {
		r, err := s.desk.CheckHole(caller(ctx), body)
		return calc.Rounded(r), err
	})
	read(s, "read-scale", "/api/v1/scale", desk.KeepClock, func(_ context.Context, in *struct {
		Seconds float64 `query:"seconds" minimum:"0" maximum:"3600" doc:"since it was set to zero"`
	}) (scaleView, error) {
		return scaleView{s.desk.Scale.Read(time.Duration(in.Seconds * float64(time.Second)))}, nil
	})
	read(s, "list-messages", "/api/v1/messages", anyone, func(ctx context.Context, _ *struct{}) (messagesView, error) {
		list, err := s.desk.Messages(ctx, caller(ctx))
		out := messagesView{[]messageView{}}
		for _, m := range list {
			values := map[string]any{}
			for k, v := range m.Facts {
				values[k] = v
			}
			out.Messages = append(out.Messages, messageView{m.ID, m.At, speaker(ctx).Say("message."+m.Code, values)})
		}
		return out, err
	})
	remove(s, "read-message", "/api/v1/messages/{id}", anyone, func(ctx context.Context, in *idParam) error {
		return s.desk.ReadMessage(ctx, caller(ctx), in.ID)
	})
}
