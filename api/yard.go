package api

import (
	"context"
	"errors"
	"net/http"
	"strings"

	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
)

type tagParam struct {
	Tag string `path:"tag" doc:"as typed or scanned"`
}

type tagAndKey struct {
	Raw
	Tag string `path:"tag"`
	Key string `header:"Idempotency-Key"`
}

type treesQuery struct {
	Lot   int    `query:"lot"`
	State string `query:"state" doc:"states, comma separated"`
	Text  string `query:"text" doc:"part of a tag, a kind or a grower"`
	After string `query:"after" doc:"tag of the last row of the page before"`
	Limit int    `query:"limit" default:"200" minimum:"1" maximum:"5000"`
}

type treesView struct {
	Trees []store.TreeRow `json:"trees"`
	// Next is the tag to ask after for the next page, "" at the end.
	Next string `json:"next"`
}

// LotWithCounts is a lot with how many trees stand in which state.
type LotWithCounts struct {
	LotView
	Counts map[stock.State]int `json:"counts" doc:"tags in each state"`
	Count  int                 `json:"trees_count" doc:"trees, those in bundles too"`
}

type lotsView struct {
	Lots []LotWithCounts `json:"lots"`
}

// savedView is short: the hand goes on to the next tree.
type savedView struct {
	Tag       string      `json:"tag"`
	State     stock.State `json:"state"`
	StateWord string      `json:"state_word"`
	Version   int         `json:"version"`
	NextTag   string      `json:"next_tag" doc:"the next tree to look at, none when the lot is through"`
}

type assessBody struct {
	Subject  stock.Subject  `json:"subject"`
	Readings stock.Readings `json:"readings"`
}

type correctBody struct {
	WorkKey string `json:"work_key"`
	Done    bool   `json:"done"`
}

func (s *Server) yardRoutes() {
	read(s, "list-lots", "/api/v1/lots", desk.SeeYard, func(ctx context.Context, _ *struct{}) (lotsView, error) {
		lots, err := s.desk.Store.Lots(ctx)
		return lotsView{viewLots(lots)}, err
	})
	read(s, "list-trees", "/api/v1/trees", desk.SeeYard, func(ctx context.Context, in *treesQuery) (treesView, error) {
		q := store.TreeQuery{LotNumber: in.Lot, Text: in.Text, After: in.After, Limit: in.Limit}
		for _, state := range strings.Split(in.State, ",") {
			if state != "" {
				q.States = append(q.States, stock.State(state))
			}
		}
		rows, err := s.desk.Store.TreeRows(ctx, q)
		out := treesView{Trees: rows}
		if len(rows) == in.Limit {
			out.Next = rows[len(rows)-1].Tag
		}
		return out, err
	})
	read(s, "see-tree", "/api/v1/trees/{tag}", desk.SeeYard, func(ctx context.Context, in *tagParam) (treeView, error) {
		who := caller(ctx)
		v, err := s.desk.Tree(ctx, who, in.Tag)
		if errors.Is(err, store.ErrMissing) {
			return treeView{}, newProblem(speaker(ctx), http.StatusNotFound, "missing-tag", nil)
		}
		if err != nil {
			return treeView{}, err
		}
		return viewTree(speaker(ctx), who.House, v), nil
	})
	write(s, http.MethodPost, "assess", "/api/v1/bench/assess", desk.CheckTrees,
		func(ctx context.Context, _ *Raw, body assessBody) (assessmentView, error) {
			who := caller(ctx)
			a, err := s.desk.Assess(who, body.Subject, body.Readings)
			if err != nil {
				return assessmentView{}, err
			}
			return viewAssessment(speaker(ctx), who.House, body.Subject.Season, body.Readings, a, nil), nil
		})
	write(s, http.MethodPost, "save-check", "/api/v1/trees/{tag}/checks", desk.CheckTrees,
		func(ctx context.Context, in *tagAndKey, body desk.NewCheck) (savedView, error) {
			saved, err := s.desk.SaveCheck(ctx, caller(ctx), in.Tag, in.Key, body)
			return savedView{saved.Tag, saved.State, speaker(ctx).Say("state."+string(saved.State), nil), saved.Version, saved.NextTag}, err
		})
	write(s, http.MethodPost, "correct", "/api/v1/trees/{tag}/corrections", desk.CheckTrees,
		func(ctx context.Context, in *tagAndKey, body correctBody) (treeView, error) {
			return s.treeAnswer(ctx)(s.desk.Correct(ctx, caller(ctx), in.Tag, in.Key, body.WorkKey, body.Done))
		})
	// Each move has a role of its own, which the desk knows.
	write(s, http.MethodPost, "move-tree", "/api/v1/trees/{tag}/moves", desk.SeeYard,
		func(ctx context.Context, in *tagAndKey, body desk.Move) (treeView, error) {
			return s.treeAnswer(ctx)(s.desk.MoveTree(ctx, caller(ctx), in.Tag, in.Key, body))
		})
}

// treeAnswer maps what a deed on a tree gives back.
func (s *Server) treeAnswer(ctx context.Context) func(desk.TreeView, error) (treeView, error) {
	return func(v desk.TreeView, err error) (treeView, error) {
		if err != nil {
			return treeView{}, err
		}
		return viewTree(speaker(ctx), caller(ctx).House, v), nil
	}
}

func viewLots(lots []store.LotCount) []LotWithCounts {
	out := []LotWithCounts{}
	for _, l := range lots {
		counts := l.Counts
		if counts == nil {
			counts = map[stock.State]int{}
		}
		out = append(out, LotWithCounts{viewLot(l.Lot), counts, l.Trees})
	}
	return out
}
