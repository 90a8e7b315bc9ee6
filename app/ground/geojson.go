package ground

import (
	"fmt"
	"strings"
	"time"

	"github.com/paulmach/orb"
	"github.com/paulmach/orb/geojson"

	"sedum/core/fault"
	"sedum/core/set"
	"sedum/core/survey"
	"sedum/kernel"
)

// GeoJSONType is the media type of RFC 7946.
const GeoJSONType = "application/geo+json"

// GeoJSONFile is a file as it was read by the page, and the plan that it is added to.
type GeoJSONFile struct {
	Text string      `json:"text" maxLength:"2000000"`
	Plan survey.Plan `json:"plan"`
}

// Imported is a plan with what a file added to it, and what was done with what in it was odd. Nothing is kept until the plan is saved.
type Imported struct {
	Plan  survey.Plan       `json:"plan"`
	Added int               `json:"added"`
	Notes []kernel.Sentence `json:"notes"`
}

// readGeoJSON adds the features of a file to a plan: what is odd is mended or left out, each with its reason.
func readGeoJSON(tx *kernel.Tx, _ kernel.ByID, f GeoJSONFile) (Imported, error) {
	var l fault.List
	collection, err := geojson.UnmarshalFeatureCollection([]byte(f.Text))
	switch {
	case err != nil:
		l.Add("text", fault.WrongType, "geojson")
	case len(collection.Features) == 0:
		l.Add("text", fault.TooFew, 1)
	case collection.ExtraMembers["crs"] != nil && !strings.Contains(fmt.Sprint(collection.ExtraMembers["crs"]), "CRS84") && !strings.Contains(fmt.Sprint(collection.ExtraMembers["crs"]), "4326"):
		l.Add("text", fault.OtherGrid, nil)
	}
	if err := l.Err(); err != nil {
		return Imported{}, err
	}
	in := importer{tx: tx, out: Imported{Plan: shown(tx, f.Plan), Notes: []kernel.Sentence{}}}
	in.take()
	for i, feature := range collection.Features {
		in.feature(i+1, feature)
	}
	if in.grid {
		l.Add("text", fault.OtherGrid, nil)
		return Imported{}, l.Err()
	}
	return in.out, survey.Check(in.out.Plan).Under("plan").Err()
}

type importer struct {
	tx    *kernel.Tx
	out   Imported
	taken map[string]bool
	next  int
	// grid is that a coordinate lies outside the globe: the file counts in metres of some map.
	grid bool
}

// take notes the names that the plan uses already.
func (in *importer) take() {
	in.taken = map[string]bool{}
	for _, p := range in.out.Plan.Points {
		in.taken[p.ID] = true
	}
	for _, t := range in.out.Plan.Things {
		in.taken[t.ID] = true
	}
}

func (in *importer) id(prefix string) string {
	for {
		in.next++
		if id := fmt.Sprintf("%s%d", prefix, in.next); !in.taken[id] {
			in.taken[id] = true
			return id
		}
	}
}

func (in *importer) note(code string, number int, more map[string]any) {
	values := map[string]any{"number": number}
	for k, v := range more {
		values[k] = v
	}
	in.out.Notes = append(in.out.Notes, kernel.Sentence{Code: code, Text: in.tx.Say.Say("geojson."+code, values)})
}

func (in *importer) feature(number int, f *geojson.Feature) {
	if f == nil || f.Geometry == nil {
		in.note("empty", number, nil)
		return
	}
	kind := survey.Kind(strings.ToLower(textOf(f.Properties, "kind")))
	if !set.Has(kind) {
		in.note("no-kind", number, map[string]any{"kinds": strings.Join(set.Texts[survey.Kind](), ", ")})
		return
	}
	in.geometry(number, kind, f.Properties, f.Geometry)
}

// geometry takes one geometry as a thing; several in one are several things.
func (in *importer) geometry(number int, kind survey.Kind, properties geojson.Properties, g orb.Geometry) {
	switch g := g.(type) {
	case orb.Point:
		in.thing(number, kind, properties, []orb.Point{g})
	case orb.LineString:
		in.thing(number, kind, properties, g)
	case orb.Polygon:
		if len(g) == 0 {
			in.note("empty", number, nil)
			return
		}
		if len(g) > 1 {
			in.note("holes", number, nil)
		}
		in.thing(number, kind, properties, g[0])
	case orb.MultiPoint, orb.MultiLineString, orb.MultiPolygon, orb.Collection:
		parts := partsOf(g)
		in.note("parts", number, map[string]any{"count": len(parts)})
		for _, part := range parts {
			in.geometry(number, kind, properties, part)
		}
	default:
		in.note("empty", number, nil)
	}
}

func partsOf(g orb.Geometry) []orb.Geometry {
	out := []orb.Geometry{}
	switch g := g.(type) {
	case orb.MultiPoint:
		for _, p := range g {
			out = append(out, p)
		}
	case orb.MultiLineString:
		for _, p := range g {
			out = append(out, p)
		}
	case orb.MultiPolygon:
		for _, p := range g {
			out = append(out, p)
		}
	case orb.Collection:
		return g
	}
	return out
}

func (in *importer) thing(number int, kind survey.Kind, properties geojson.Properties, line []orb.Point) {
	points, repeated := []orb.Point{}, 0
	for _, p := range line {
		if p.Lat() < -90 || p.Lat() > 90 || p.Lon() < -180 || p.Lon() > 180 {
			in.grid = true
			return
		}
		if len(points) > 0 && points[len(points)-1] == p {
			repeated++
			continue
		}
		points = append(points, p)
	}
	closed := len(points) > 1 && points[0] == points[len(points)-1]
	if kind.Closed() && closed {
		points = points[:len(points)-1]
	}
	switch {
	case len(points) < kind.Least():
		in.note("too-few", number, map[string]any{"least": kind.Least()})
		return
	case len(points) > kind.Most():
		in.note("too-many", number, map[string]any{"most": kind.Most()})
		return
	case kind.Closed() && !closed:
		in.note("not-closed", number, nil)
	}
	if repeated > 0 {
		in.note("repeated", number, map[string]any{"count": repeated})
	}
	t := survey.Thing{ID: in.id("t"), Kind: kind, Name: cut(textOf(properties, "name"), 60), Points: []string{}}
	placed, corners := []survey.Point{}, []survey.Located{}
	for _, p := range points {
		if in.out.Plan.OriginAt == nil {
			in.out.Plan.OriginAt = &survey.LatLon{LatDeg: p.Lat(), LonDeg: p.Lon()}
		}
		x, y := in.out.Plan.OriginAt.OnPlan(survey.LatLon{LatDeg: p.Lat(), LonDeg: p.Lon()})
		if x < -2000 || x > 2000 || y < -2000 || y > 2000 {
			in.note("far", number, nil)
			return
		}
		placed = append(placed, survey.Point{ID: in.id("p"), How: survey.FromFile, XM: &x, YM: &y})
		corners = append(corners, survey.Located{XM: x, YM: y})
		t.Points = append(t.Points, placed[len(placed)-1].ID)
	}
	if a, b, crossed := survey.Crossing(corners); kind.Closed() && crossed {
		in.note("crosses", number, map[string]any{"first": a + 1, "second": b + 1})
		return
	}
	for name, into := range map[string]**float64{"height_m": &t.HeightM, "spread_m": &t.SpreadM, "clearance_m": &t.ClearanceM} {
		if value, ok := properties[name].(float64); ok && value > 0 {
			*into = &value
		}
	}
	if leaves := survey.Leaves(textOf(properties, "leaves")); set.Has(leaves) {
		t.Leaves = leaves
	}
	if kind == survey.Service {
		t.ReportedBy = cut(textOf(properties, "reported_by"), 120)
		if on, err := time.Parse(time.DateOnly, textOf(properties, "reported_on")); err == nil {
			t.ReportedOn = on.Format(time.DateOnly)
		}
	}
	if in.out.Plan.North == "" {
		in.out.Plan.North = survey.Map // the file's coordinates know north
	}
	in.out.Plan.Points = append(in.out.Plan.Points, placed...)
	in.out.Plan.Things = append(in.out.Plan.Things, t)
	in.out.Added++
}

// textOf is a property that is text, "" when it is not there or is something else.
func textOf(p geojson.Properties, name string) string {
	text, _ := p[name].(string)
	return text
}

// cut keeps the first characters of a text that another program wrote.
func cut(text string, most int) string {
	runes := []rune(strings.TrimSpace(strings.ToValidUTF8(text, "")))
	return string(runes[:min(len(runes), most)])
}

// PlanAsFile gives the plan as a file. Refused while nobody said where on the globe its first point lies.
func PlanAsFile(tx *kernel.Tx, p kernel.ByID) (kernel.File, error) {
	s, err := siteOf(tx, p.ID)
	if err != nil {
		return kernel.File{}, err
	}
	plan := s.Plan.Plan
	if plan.OriginAt == nil {
		return kernel.File{}, kernel.Refused{Code: "plan-nowhere", Field: "origin_at"}
	}
	located, _ := survey.Locate(plan)
	at := func(id string) orb.Point {
		g := plan.OriginAt.OnGlobe(located[id])
		return orb.Point{g.LonDeg, g.LatDeg}
	}
	out := geojson.NewFeatureCollection()
	for _, t := range plan.Things {
		line := orb.LineString{}
		for _, id := range t.Points {
			line = append(line, at(id))
		}
		var geometry orb.Geometry = line
		switch {
		case t.Kind == survey.Tree:
			geometry = line[0]
		case t.Kind.Closed():
			ring := orb.Ring(append(line, line[0]))
			if ring.Orientation() == orb.CW {
				ring.Reverse()
			}
			geometry = orb.Polygon{ring}
		}
		f := geojson.NewFeature(geometry)
		f.Properties["kind"], f.Properties["name"] = string(t.Kind), t.Name
		for name, value := range map[string]*float64{"height_m": t.HeightM, "spread_m": t.SpreadM, "clearance_m": t.ClearanceM, "fall_mm": t.FallMM} {
			if value != nil {
				f.Properties[name] = *value
			}
		}
		for name, value := range map[string]string{"leaves": string(t.Leaves), "reported_by": t.ReportedBy, "reported_on": t.ReportedOn} {
			if value != "" {
				f.Properties[name] = value
			}
		}
		out.Append(f)
	}
	for _, spot := range s.Spots {
		for _, a := range plan.Spots {
			if a.SpotID == spot.ID {
				f := geojson.NewFeature(at(a.Point))
				f.Properties["spot"] = spot.Name
				out.Append(f)
			}
		}
	}
	text, err := out.MarshalJSON()
	return kernel.File{Type: GeoJSONType, Name: "ground.geojson", Attached: true, Content: text}, err
}
