// Package sheets is the plan of one tree in one spot, and the numbered sheet that goes out with it (handbook, planting.md, aftercare.md).
package sheets

import (
	"embed"
	"slices"
	"strings"
	"time"

	"sedum/app/clock"
	"sedum/app/ground"
	"sedum/app/match"
	housed "sedum/app/rules"
	"sedum/core/care"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/yard"
	"sedum/kernel"
	"sedum/words"
)

//go:embed tables/*.sql
var tables embed.FS

// Content is all that a sheet says and is made of, as issued. It is never edited: a revision is a
// new sheet, and a changed rule does not change it.
type Content struct {
	Customer  string         `json:"customer"`
	Address   string         `json:"address"`
	SpotName  string         `json:"spot_name"`
	Tag       string         `json:"tag"`
	Common    string         `json:"common"`
	Botanical string         `json:"botanical"`
	LotNumber int            `json:"lot_number"`
	Grower    string         `json:"grower"`
	IssuedBy  string         `json:"issued_by"`
	Marking   *Marking       `json:"marking"`
	Input     planting.Input `json:"input"`
	House     rules.Whole    `json:"house"`
	Plan      planting.Plan  `json:"plan"`
	Care      []care.Event   `json:"care"`
	Units     words.Units    `json:"units"`
	Language  words.Language `json:"language"`
	// Measures are what sheets of an earlier program said amounts in: the house's own, which no customer has.
	Measures []yard.HouseMeasure `json:"measures,omitempty"`
	// Chosen are the schools that were chosen for this sheet alone.
	Chosen map[rules.Step]string `json:"chosen,omitempty"`
	// ChosenReason is why they are.
	ChosenReason string `json:"chosen_reason,omitempty"`
	// OfGround are the schools that the ground has for itself, with why.
	OfGround []rules.Own `json:"of_ground,omitempty"`
	// ForgottenAt is when the person it went to was taken out of it.
	ForgottenAt *time.Time `json:"forgotten_at,omitempty"`
	// HandedOn is since when its tree is with somebody else than whom it was planted for.
	HandedOn *time.Time `json:"handed_on,omitempty"`
}

// ChosenText says on paper and screen which schools are this sheet's or this ground's own, and why; "" when none is.
func (c Content) ChosenText(s words.Speaker) string {
	out, list := []string{}, []string{}
	for _, each := range rules.AllSchools() {
		if choice, own := c.Chosen[each.Step]; own {
			list = append(list, ground.SaySchool(s, each.Step, choice))
		}
	}
	if len(list) > 0 {
		out = append(out, s.Say("sheet.chosen", map[string]any{"what": strings.Join(list, "; "), "reason": c.ChosenReason}))
	}
	for _, reason := range reasonsOf(c.OfGround) {
		list = []string{}
		for _, each := range c.OfGround {
			if each.Reason == reason {
				list = append(list, ground.SaySchool(s, each.Step, each.Choice))
			}
		}
		out = append(out, s.Say("sheet.of-ground", map[string]any{"what": strings.Join(list, "; "), "reason": reason}))
	}
	return strings.Join(out, " ")
}

// reasonsOf are the reasons of some schools, each once, in their order.
func reasonsOf(list []rules.Own) []string {
	out := []string{}
	for _, each := range list {
		if !slices.Contains(out, each.Reason) {
			out = append(out, each.Reason)
		}
	}
	return out
}

// ForgottenText says on paper that it was drawn anew without the person it went to, or for another, "" while it was not.
func (c Content) ForgottenText(s words.Speaker) string {
	switch {
	case c.ForgottenAt != nil:
		return s.Say("sheet.forgotten", map[string]any{"date": *c.ForgottenAt})
	case c.HandedOn != nil:
		return s.Say("sheet.handed-on", map[string]any{"date": *c.HandedOn})
	}
	return ""
}

// Marking is the marking record under which a sheet was issued.
type Marking struct {
	Reference string    `json:"reference"`
	MarkedBy  string    `json:"marked_by"`
	ExpiresOn time.Time `json:"expires_on"`
}

// Sheet is an issued planting and aftercare sheet.
type Sheet struct {
	ID           string
	Number       int
	TreeID       string
	SpotID       string
	PersonID     string
	IssuedAt     time.Time
	PlantingOn   time.Time
	Content      Content `gorm:"serializer:json"`
	SignedReason string
	CoreVersion  string

	// A withdrawn sheet holds no more; WithdrawnBy is nil when the house did it by a rule.
	WithdrawnAt     *time.Time
	WithdrawnBy     *string
	WithdrawnReason string
	// Replaces and ReplacedBy join a sheet and its revisions; Series is the same in all of them, Revision counts them from 0.
	Replaces   *int
	ReplacedBy *int
	Series     string
	Revision   int
}

// IssueSheets is for those who stand before a customer.
var IssueSheets = kernel.Permission{Name: "issue-sheets", Roles: roles.Counter()}

// Desk plans and issues; it asks the clocks whether bare roots last until they are planted.
type Desk struct {
	Clocks clock.Clocks
	// Public is where customers' copies are served (https://...), "" where they are not.
	Public string
	// As finds who somebody is now, for what goes on in their name after they asked for it.
	As func(tx *kernel.Tx, personID string) (kernel.Who, error)
}

// Capability declares what can be asked and done here.
func Capability(desk Desk) kernel.Capability {
	return kernel.Capability{Name: "sheets", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Ask("plan", "/plan", match.MatchAndPlan, desk.showPlan),
		kernel.Ask("redraw-plan", "/plan/redraw", match.MatchAndPlan, redrawPlan),
		kernel.AskFile("draft-pdf", "/plan/draft.pdf", match.MatchAndPlan, "application/pdf", desk.draftPDF),
		kernel.Deed("issue-sheet", "POST", "/sheets", IssueSheets, desk.issue, func(tx *kernel.Tx, _ kernel.None, number int) (Page, error) { return desk.page(tx, number) }).
			Makes("list-sheets", "see-sheet", "sheets-of-tree", "see-tree", "list-trees", "list-lots", "match", "today"),
		kernel.Ask("plan-batch", "/plans", match.MatchAndPlan, desk.planBatch).Limit(1 << 20),
		kernel.Deed("issue-batch", "POST", "/spots/{id}/sheets", IssueSheets, desk.issueBatch, func(tx *kernel.Tx, _ kernel.ByID, id string) (BatchPage, error) {
			return seeBatch(tx, kernel.ByID{ID: id})
		}).Makes("list-batches").Limit(2 << 20),
		kernel.Deed("stop-batch", "POST", "/batches/{id}/stopped", IssueSheets, stopBatch, func(tx *kernel.Tx, p kernel.ByID, _ string) (BatchPage, error) {
			return seeBatch(tx, p)
		}).Makes("list-batches", "see-batch"),
		kernel.Deed("resume-batch", "POST", "/batches/{id}/resumed", IssueSheets, resumeBatch, func(tx *kernel.Tx, p kernel.ByID, _ string) (BatchPage, error) {
			return seeBatch(tx, p)
		}).Makes("list-batches", "see-batch"),
		kernel.Read("list-batches", "/batches", IssueSheets, listBatches),
		kernel.Read("see-batch", "/batches/{id}", IssueSheets, seeBatch),
		kernel.ReadFile("batch-pdf", "/batches/{id}/sheets.pdf", IssueSheets, "application/pdf", batchPDF),
		kernel.ReadFile("batch-archive", "/batches/{id}/sheets.zip", IssueSheets, "application/zip", batchArchive),
		kernel.Deed("withdraw-sheet", "POST", "/sheets/{number}/withdrawal", IssueSheets, withdraw, func(tx *kernel.Tx, _ kernel.ByNumber, number int) (Page, error) {
			return desk.page(tx, number)
		}).Makes("list-sheets", "see-sheet", "sheets-of-tree", "see-tree", "list-trees", "list-lots", "match", "today"),
		kernel.Read("sheet-link", "/sheets/{number}/link", IssueSheets, desk.linkPage),
		kernel.Deed("share-sheet", "POST", "/sheets/{number}/link", IssueSheets, desk.shareSheet, func(tx *kernel.Tx, p kernel.ByNumber, _ int) (LinkPage, error) {
			return desk.linkPage(tx, p)
		}).Makes("sheet-link"),
		kernel.Deed("revoke-link", "POST", "/sheets/{number}/link/revoked", IssueSheets, revokeLink, func(tx *kernel.Tx, p kernel.ByNumber, _ int) (LinkPage, error) {
			return desk.linkPage(tx, p)
		}).Makes("sheet-link"),
		kernel.Ask("try-rule", "/rules/try", housed.ChangeRules, tryRule),
		kernel.Read("sheets-of-tree", "/trees/{tag}/sheets", ground.SeeGround, ofTree),
		kernel.Read("list-sheets", "/sheets", ground.SeeGround, list),
		kernel.Read("see-sheet", "/sheets/{number}", ground.SeeGround, func(tx *kernel.Tx, p kernel.ByNumber) (Page, error) { return desk.page(tx, p.Number) }),
		kernel.ReadFile("sheet-pdf", "/sheets/{number}/sheet.pdf", ground.SeeGround, "application/pdf", desk.sheetPDF),
		kernel.ReadFile("take-home-card", "/trees/{tag}/take-home.pdf", IssueSheets, "application/pdf", desk.takeHome),
		kernel.Deed("hand-card", "POST", "/trees/{tag}/take-home", IssueSheets, desk.handCard, func(tx *kernel.Tx, _ kernel.ByTag, tag string) (CardLinkPage, error) {
			return desk.cardPage(tx, tag)
		}),
		kernel.ReadFile("sheet-handed-over", "/sheets/{number}/handed-over.pdf", IssueSheets, "application/pdf", handedOver),
		kernel.ReadFile("pocket-card", "/sheets/{number}/pocket.pdf", ground.SeeGround, "application/pdf", desk.pocketCard),
		kernel.ReadFile("sheet-page", "/sheets/{number}/sheet.html", ground.SeeGround, "text/html", desk.sheetPage),
		kernel.ReadFile("sheet-calendar", "/sheets/{number}/care.ics", ground.SeeGround, "text/calendar", desk.calendar),
	}, Jobs: []kernel.Job{desk.watch(), desk.batches()}}
}

func byNumber(tx *kernel.Tx, number int) (Sheet, error) {
	return kernel.One[Sheet](tx, "number = ?", number)
}
