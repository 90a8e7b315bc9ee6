package ground

import (
	"errors"
	"fmt"
	"strings"

	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/survey"
	"sedum/kernel"
)

// SettingOut asks where the trees of a pattern would stand on a plan as it is being measured.
type SettingOut struct {
	Plan    survey.Plan       `json:"plan"`
	Setting survey.SettingOut `json:"setting"`
}

// SetOut is where they would stand, and the plan with a point for each.
type SetOut struct {
	survey.SetOutResult
	Plan  survey.Plan `json:"plan"`
	Names []string    `json:"names" doc:"of the points, in the order of the places"`
}

// readSettingOut answers while somebody sets out; nothing is kept.
func readSettingOut(_ *kernel.Tx, _ kernel.ByID, s SettingOut) (SetOut, error) {
	if err := survey.Check(s.Plan).Under("plan").Err(); err != nil {
		return SetOut{}, err
	}
	located, _ := survey.Locate(s.Plan)
	r, err := survey.SetOut(s.Plan, located, s.Setting)
	if err != nil {
		if l, ok := errors.AsType[fault.List](err); ok {
			return SetOut{}, l.Under("setting").Err()
		}
		return SetOut{}, err
	}
	plan, names := survey.WithPlaces(s.Plan, s.Setting, r.Places)
	plan.Points, plan.Things, plan.Spots = orEmpty(plan.Points), orEmpty(plan.Things), orEmpty(plan.Spots)
	return SetOut{calc.Rounded(r), plan, names}, nil
}

// NewSpots are spots that are made on points of a plan, which is saved with them.
type NewSpots struct {
	PlanChange
	Name   string   `json:"name" maxLength:"100" doc:"each gets its number behind it"`
	Points []string `json:"points" minItems:"1" maxItems:"60"`
}

// makeSpots makes a spot on each of some points, and keeps the plan that shows them. Errors: kernel.Stale with the plan as it is.
func makeSpots(tx *kernel.Tx, p kernel.ByID, n NewSpots) (string, error) {
	n.Name = strings.TrimSpace(n.Name)
	l := fault.Missing("name", n.Name)
	known := map[string]bool{}
	for _, pt := range n.Plan.Points {
		known[pt.ID] = true
	}
	for i, id := range n.Points {
		if !known[id] {
			l.Add(fmt.Sprintf("points.%d", i), fault.NotThere, id)
		}
	}
	if len(n.Plan.Spots)+len(n.Points) > mostSpots {
		l.Add("points", fault.TooMany, mostSpots-len(n.Plan.Spots))
	}
	if err := l.Err(); err != nil {
		return "", err
	}
	s, err := kernel.One[Spot](tx, "id = ?", p.ID)
	if err != nil {
		return "", err
	}
	if err := Touch(tx, p.ID); err != nil {
		return "", err
	}
	for i, point := range n.Points {
		id, err := newSpot(tx, s.SiteID, fmt.Sprintf("%s %d", n.Name, i+1))
		if err != nil {
			return "", err
		}
		n.Plan.Spots = append(n.Plan.Spots, survey.SpotAt{SpotID: id, Point: point})
	}
	return savePlan(tx, p, n.PlanChange)
}

// mostSpots lie on one plan.
const mostSpots = 60
