package api

import (
	"context"
	"fmt"
	"math"
	"net/http"
	"time"

	"sedum/core/calc"
	"sedum/core/ground"
	"sedum/desk"
	"sedum/standin"
	"sedum/store"
	"sedum/words"
)

type markingView struct {
	Reference    string `json:"reference"`
	MarkedOn     string `json:"marked_on"`
	ExpiresOn    string `json:"expires_on"`
	MarkedBy     string `json:"marked_by"`
	PrivateLines string `json:"private_lines"`
}

type readingView struct {
	Marked       *markingView              `json:"marked" doc:"the record that holds today; null: nobody digs"`
	Soil         *ground.TextureResult     `json:"soil"`
	SoilText     string                    `json:"soil_text"`
	Drainage     *ground.PercolationResult `json:"drainage"`
	DrainageText string                    `json:"drainage_text"`
	Class        string                    `json:"class"`
	Dryness      *int                      `json:"dryness"`
	DrynessText  string                    `json:"dryness_text"`
	Missing      []sentence                `json:"missing"`
}

type drainageTestView struct {
	At          time.Time        `json:"at"`
	HoleWidthMM float64          `json:"hole_width_mm"`
	Readings    []ground.Reading `json:"readings"`
}

type spotView struct {
	ID          string             `json:"id"`
	Version     int                `json:"version"`
	SiteVersion int                `json:"site_version"`
	Name        string             `json:"name"`
	Customer    string             `json:"customer"`
	Phone       string             `json:"phone"`
	Address     string             `json:"address"`
	LatDeg      float64            `json:"lat_deg"`
	Ground      store.Ground       `json:"ground"`
	Climate     store.Climate      `json:"climate"`
	Tests       []drainageTestView `json:"tests" doc:"newest first"`
	Reading     readingView        `json:"reading"`
}

type spotsView struct {
	Spots []spotView `json:"spots"`
}

func viewReading(s words.Speaker, r desk.GroundReading) readingView {
	out := readingView{Class: r.Class, Dryness: r.Dryness, Missing: []sentence{}}
	if m := r.Marked; m != nil {
		out.Marked = &markingView{m.Reference, m.MarkedOn.Format(time.DateOnly), m.ExpiresOn.Format(time.DateOnly), m.MarkedBy, m.PrivateLines}
	}
	if r.Soil != nil {
		soil := calc.Rounded(*r.Soil)
		out.Soil = &soil
		out.SoilText = s.Say("soil.sentence", map[string]any{"class": capital(soil.Class), "water": soil.AvailableWaterMMPM})
	}
	if r.Drainage != nil {
		out.Drainage, out.DrainageText = viewDrainage(s, *r.Drainage)
	}
	if r.Dryness != nil {
		out.DrynessText = capital(s.Say(fmt.Sprintf("dryness.%d", *r.Dryness), nil))
	}
	for _, m := range r.Missing {
		out.Missing = append(out.Missing, sentence{m, s.Say("missing."+m, nil)})
	}
	return out
}

func viewDrainage(s words.Speaker, full ground.PercolationResult) (*ground.PercolationResult, string) {
	r := calc.Rounded(full)
	switch {
	case r.Class == "water-entering" || r.Class == "too-early":
		return &r, s.Say("drainage."+r.Class, nil)
	case r.Drain300Min == nil:
		return &r, s.Say("drainage.never", nil)
	}
	return &r, s.Say("drainage.sentence", map[string]any{"time": duration(*r.Drain300Min), "class": s.Say("drainage."+r.Class, nil)})
}

func duration(minutes float64) string {
	if minutes < 90 {
		return fmt.Sprintf("%.0f min", math.Round(minutes))
	}
	return fmt.Sprintf("%.1f h", minutes/60)
}

func capital(text string) string {
	if text == "" {
		return text
	}
	return string(text[0]-32) + text[1:]
}

func viewSpot(s words.Speaker, v desk.SpotView) spotView {
	out := spotView{
		ID: v.Spot.ID, Version: v.Spot.Version, SiteVersion: v.Spot.Site.Version, Name: v.Spot.Name,
		Customer: v.Spot.Site.Customer.Name, Phone: v.Spot.Site.Customer.Phone, Address: v.Spot.Site.Address,
		LatDeg: v.Spot.Site.LatDeg, Ground: v.Spot.Ground, Climate: v.Spot.Site.Climate, Tests: []drainageTestView{},
		Reading: viewReading(s, v.Reading),
	}
	if out.Ground.Obstacles == nil {
		out.Ground.Obstacles = []ground.Obstacle{}
	}
	for _, t := range v.Tests {
		out.Tests = append(out.Tests, drainageTestView{t.At, t.HoleWidthMM, t.Readings})
	}
	return out
}

type spotParam struct {
	ID string `path:"id"`
}

type spotBody struct {
	Raw
	ID string `path:"id"`
}

type spotAndKey struct {
	Raw
	ID  string `path:"id"`
	Key string `header:"Idempotency-Key"`
}

type keyOnly struct {
	Raw
	Key string `header:"Idempotency-Key"`
}

type newSpotBody struct {
	SpotName string `json:"spot_name" maxLength:"120"`
}

type drainageAnswer struct {
	Result *ground.PercolationResult `json:"result"`
	Text   string                    `json:"text"`
}

type stationQuery struct {
	LatDeg float64 `query:"lat_deg" minimum:"-66" maximum:"66"`
}

func (s *Server) groundRoutes() {
	answer := func(ctx context.Context) func(desk.SpotView, error) (spotView, error) {
		return func(v desk.SpotView, err error) (spotView, error) {
			if err != nil {
				return spotView{}, err
			}
			return viewSpot(speaker(ctx), v), nil
		}
	}
	read(s, "list-spots", "/api/v1/spots", desk.SeeGround, func(ctx context.Context, _ *struct{}) (spotsView, error) {
		list, err := s.desk.Spots(ctx, caller(ctx))
		return spotsView{viewSpots(speaker(ctx), list)}, err
	})
	read(s, "see-spot", "/api/v1/spots/{id}", desk.SeeGround, func(ctx context.Context, in *spotParam) (spotView, error) {
		return answer(ctx)(s.desk.Spot(ctx, caller(ctx), in.ID))
	})
	write(s, http.MethodPost, "add-customer", "/api/v1/customers", desk.KeepGround,
		func(ctx context.Context, in *keyOnly, body desk.NewCustomer) (spotView, error) {
			return answer(ctx)(s.desk.AddCustomer(ctx, caller(ctx), in.Key, body))
		})
	write(s, http.MethodPost, "add-spot", "/api/v1/spots/{id}/beside", desk.KeepGround,
		func(ctx context.Context, in *spotAndKey, body newSpotBody) (spotView, error) {
			return answer(ctx)(s.desk.AddSpot(ctx, caller(ctx), in.Key, in.ID, body.SpotName))
		})
	write(s, http.MethodPut, "save-spot", "/api/v1/spots/{id}", desk.KeepGround,
		func(ctx context.Context, in *spotBody, body desk.SpotChange) (spotView, error) {
			return answer(ctx)(s.desk.SaveSpot(ctx, caller(ctx), in.ID, body))
		})
	write(s, http.MethodPost, "read-spot", "/api/v1/spots/{id}/reading", desk.SeeGround,
		func(ctx context.Context, in *spotBody, body desk.SpotChange) (readingView, error) {
			r, err := s.desk.ReadSpot(ctx, caller(ctx), in.ID, body)
			if err != nil {
				return readingView{}, err
			}
			return viewReading(speaker(ctx), r), nil
		})
	write(s, http.MethodPost, "record-marking", "/api/v1/spots/{id}/markings", desk.KeepGround,
		func(ctx context.Context, in *spotAndKey, body desk.NewMarking) (spotView, error) {
			return answer(ctx)(s.desk.RecordMarking(ctx, caller(ctx), in.ID, in.Key, body))
		})
	write(s, http.MethodPost, "read-drainage", "/api/v1/ground/drainage", desk.SeeGround,
		func(ctx context.Context, _ *Raw, body desk.NewDrainageTest) (drainageAnswer, error) {
			r, err := s.desk.ReadDrainage(caller(ctx), body)
			if err != nil {
				return drainageAnswer{}, err
			}
			result, text := viewDrainage(speaker(ctx), r)
			return drainageAnswer{result, text}, nil
		})
	write(s, http.MethodPost, "record-drainage", "/api/v1/spots/{id}/drainage", desk.KeepGround,
		func(ctx context.Context, in *spotAndKey, body desk.NewDrainageTest) (spotView, error) {
			return answer(ctx)(s.desk.RecordDrainage(ctx, caller(ctx), in.ID, in.Key, body))
		})
	read(s, "ask-station", "/api/v1/station", desk.SeeGround, func(_ context.Context, in *stationQuery) (store.Climate, error) {
		return standin.Station{}.Climate(in.LatDeg), nil
	})
}

func viewSpots(s words.Speaker, list []desk.SpotView) []spotView {
	out := []spotView{}
	for _, v := range list {
		out = append(out, viewSpot(s, v))
	}
	return out
}
