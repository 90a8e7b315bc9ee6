package api

import (
	"context"

	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
)

type todayView struct {
	Counts   map[stock.State]int `json:"counts"`
	ToCheck  []LotWithCounts     `json:"to_check"`
	Open     []store.TreeRow     `json:"open" doc:"looked at, not yet judged"`
	InWork   []store.TreeRow     `json:"in_work"`
	DueHolds []store.TreeRow     `json:"due_holds"`
	Apart    []store.TreeRow     `json:"apart"`
	Reserved []store.TreeRow     `json:"reserved"`
	Spots    []spotView          `json:"spots"`
	Sheets   []SheetLine         `json:"sheets"`
}

func rowsOf(list []store.TreeRow) []store.TreeRow {
	if list == nil {
		return []store.TreeRow{}
	}
	return list
}

func (s *Server) todayRoutes() {
	read(s, "today", "/api/v1/today", desk.SeeYard, func(ctx context.Context, _ *struct{}) (todayView, error) {
		b, err := s.desk.Today(ctx, caller(ctx))
		if err != nil {
			return todayView{}, err
		}
		return todayView{
			Counts: b.Counts, ToCheck: viewLots(b.ToCheck), Open: rowsOf(b.Open), InWork: rowsOf(b.InWork),
			DueHolds: rowsOf(b.DueHolds), Apart: rowsOf(b.Apart), Reserved: rowsOf(b.Reserved),
			Spots: viewSpots(speaker(ctx), b.Spots), Sheets: viewSheetLines(b.Sheets),
		}, nil
	})
}
