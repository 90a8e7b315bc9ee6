package store

import (
	"context"
	"time"

	"gorm.io/gorm"

	"sedum/core/care"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/yard"
)

// SheetContent is all that a sheet says and is made of, as issued. It is never edited: a revision is a
// new sheet, and a changed rule does not change it.
type SheetContent struct {
	Customer  string                `json:"customer"`
	Address   string                `json:"address"`
	SpotName  string                `json:"spot_name"`
	Tag       string                `json:"tag"`
	Common    string                `json:"common"`
	Botanical string                `json:"botanical"`
	LotNumber int                   `json:"lot_number"`
	Grower    string                `json:"grower"`
	IssuedBy  string                `json:"issued_by"`
	Marking   *SheetMarking         `json:"marking"`
	Input     planting.Input        `json:"input"`
	Rules     map[rules.Key]float64 `json:"rules"`
	Schools   map[rules.Step]string `json:"schools"`
	Plan      planting.Plan         `json:"plan"`
	Care      []care.Event          `json:"care"`
	Units     string                `json:"units"`
	Language  string                `json:"language"`
	// Measures are the house's own as they were on that day.
	Measures []yard.HouseMeasure `json:"measures"`
}

// SheetMarking is the marking record under which the sheet was issued.
type SheetMarking struct {
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
	Content      SheetContent `gorm:"serializer:json"`
	SignedReason string
	CoreVersion  string
}

// Sheets lists the issued sheets, newest first.
func (s *Store) Sheets(ctx context.Context, limit int) ([]Sheet, error) {
	out, err := gorm.G[Sheet](s.db).Order("number DESC").Limit(limit).Find(ctx)
	return out, ours(err)
}

// SheetByNumber finds a sheet.
func (s *Store) SheetByNumber(ctx context.Context, number int) (Sheet, error) {
	return one[Sheet](ctx, s, "number = ?", number)
}
