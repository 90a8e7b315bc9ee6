package desk_test

import (
	"sedum/core/ground"
	"sedum/desk"
)

// drainsWell is handbook case percolation 1: 160 minutes for 300 mm.
func drainsWell() []ground.Reading {
	return []ground.Reading{{Min: 0, WaterMM: 280}, {Min: 15, WaterMM: 240}, {Min: 30, WaterMM: 205}, {Min: 60, WaterMM: 150}, {Min: 90, WaterMM: 100}}
}

// save keeps a look and reads the tree as it stands then.
func (q quarrywell) save(who desk.Caller, tag string, c desk.NewCheck) (desk.TreeView, error) {
	q.t.Helper()
	if _, err := q.SaveCheck(ctx, who, tag, key(), c); err != nil {
		return desk.TreeView{}, err
	}
	return q.Tree(ctx, who, tag)
}
