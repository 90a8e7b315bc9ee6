package api

import (
	"context"
	"net/http"

	"sedum/core/rules"
	"sedum/desk"
)

type ruleView struct {
	rules.Rule
	Group string  `json:"group"`
	Value float64 `json:"value" doc:"in force"`
}

type rulesView struct {
	Rules   []ruleView   `json:"rules"`
	Schools []schoolView `json:"schools"`
}

func (s *Server) ruleRoutes() {
	show := func(ctx context.Context, h rules.House) rulesView {
		out := rulesView{Rules: []ruleView{}, Schools: []schoolView{}}
		for _, r := range rules.Catalogue() {
			out.Rules = append(out.Rules, ruleView{r, r.Group(), h.Value(r.Key)})
		}
		for _, each := range rules.AllSchools() {
			view := schoolView{Step: each.Step, Label: speaker(ctx).Say("school.step."+string(each.Step), nil),
				Chosen: h.School(each.Step), Reason: each.Reason, Choices: []sentence{}}
			for _, choice := range each.Choices {
				view.Choices = append(view.Choices, sentence{choice, speaker(ctx).Say("school."+string(each.Step)+"."+choice, nil)})
			}
			out.Schools = append(out.Schools, view)
		}
		return out
	}
	read(s, "see-rules", "/api/v1/rules", desk.SeeRules, func(ctx context.Context, _ *struct{}) (rulesView, error) {
		return show(ctx, caller(ctx).House), nil
	})
	write(s, http.MethodPost, "change-rule", "/api/v1/rules", desk.ChangeRules,
		func(ctx context.Context, _ *Raw, body desk.RuleChange) (rulesView, error) {
			if err := s.desk.ChangeRule(ctx, caller(ctx), body); err != nil {
				return rulesView{}, err
			}
			again, err := s.desk.Caller(ctx, caller(ctx).ID)
			return show(ctx, again.House), err
		})
}
