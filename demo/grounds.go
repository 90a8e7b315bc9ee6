package demo

import (
	"fmt"

	"sedum/app/ground"
	"sedum/core/roles"
	"sedum/core/survey"
	"sedum/kernel"
)

// plan measures a garden: the house first, the bounds from two of its corners, what stands there, and two more spots beside the first.
func (l *loader) plan() error {
	lawn := kernel.ByID{ID: l.spots["Petra Averill"]}
	spots := map[string]string{"front": lawn.ID}
	for _, name := range []string{"north bed", "side gate"} {
		id, err := l.do(roles.Advisor, "add-spot", lawn, ground.NewSpot{SpotName: name})
		if err != nil {
			return err
		}
		spots[name] = id.(string)
	}
	at := func(id, from string, lengthM, deg float64) survey.Point {
		return survey.Point{ID: id, How: survey.Bearing, From: from, LengthM: &lengthM, BearingDeg: &deg}
	}
	between := func(id string, fromA, fromB float64, side survey.Side) survey.Point {
		return survey.Point{ID: id, How: survey.Distances, From: "A", LengthM: &fromA, Second: "B", SecondM: &fromB, Side: side}
	}
	reported := l.tx.Today().AddDate(0, 0, -16).Format("2006-01-02")
	p := survey.Plan{
		North: survey.Compass, Complete: true,
		Points: []survey.Point{
			{ID: "A", How: survey.Start}, at("B", "A", 11, 90), at("C", "B", 8, 0), at("D", "A", 8, 0),
			between("E", 16.04, 20.12, survey.Right), between("F", 22.63, 16.76, survey.Right), at("G", "F", 30, 0), at("H", "E", 30, 0),
			at("I", "A", 7, 90), at("J", "A", 8.4, 90), at("K", "J", 15.9, 180), at("L", "I", 15.9, 180),
			at("T", "A", 11.4, 217.9), at("W", "F", 12, 0), at("M", "E", 3, 0), at("N", "F", 4, 0),
			between("S1", 7.1, 9.37, survey.Right), at("S2", "D", 6.26, 61.4), at("S3", "B", 3.2, 128.7),
		},
		Things: []survey.Thing{
			{ID: "bounds", Kind: survey.Boundary, Name: "boundary", Points: []string{"E", "F", "G", "H"}},
			{ID: "house", Kind: survey.House, Name: "house", Points: []string{"A", "B", "C", "D"}, HeightM: ptr(6.0)},
			{ID: "path", Kind: survey.Paving, Name: "path", Points: []string{"I", "J", "K", "L"}},
			{ID: "linden", Kind: survey.Tree, Name: "linden next door", Points: []string{"T"}, HeightM: ptr(11.0), SpreadM: ptr(8.0), Leaves: survey.Drops},
			{ID: "wall", Kind: survey.Wall, Name: "garden wall", Points: []string{"F", "W"}, HeightM: ptr(2.0)},
			{ID: "water", Kind: survey.Service, Name: "water main", Points: []string{"M", "N"}, ReportedBy: "Quarrywell Water", ReportedOn: reported},
		},
		Spots: []survey.SpotAt{{SpotID: spots["front"], Point: "S1"}, {SpotID: spots["north bed"], Point: "S2"}, {SpotID: spots["side gate"], Point: "S3"}},
	}
	if _, err := l.do(roles.Advisor, "save-plan", lawn, ground.PlanChange{Plan: p}); err != nil {
		return fmt.Errorf("the plan of a garden: %w", err)
	}
	return nil
}
