package store

import (
	"context"
	"time"

	"gorm.io/gorm"
)

// NoteFinding is one faulty tree in a note to a grower.
type NoteFinding struct {
	Tag     string   `json:"tag"`
	Number  int      `json:"number"`
	Verdict string   `json:"verdict"`
	Codes   []string `json:"codes" doc:"part.code of each reason"`
	FlareMM *float64 `json:"flare_depth_mm"`
	BallMM  *float64 `json:"ball_height_mm"`
	WidthMM *float64 `json:"ball_diameter_mm"`
	TrunkMM *float64 `json:"caliper_mm"`
	Photos  []string `json:"photos"`
}

// NoteContent is a note to a grower as it was sent.
type NoteContent struct {
	Grower    string        `json:"grower"`
	Place     string        `json:"place"`
	Common    string        `json:"common"`
	Botanical string        `json:"botanical"`
	LotNumber int           `json:"lot_number"`
	LotSize   int           `json:"lot_size"`
	ArrivedOn string        `json:"arrived_on"`
	Checked   int           `json:"checked"`
	Faulty    int           `json:"faulty"`
	Low       int           `json:"low" doc:"of the lot, at least so many"`
	High      int           `json:"high"`
	Returned  int           `json:"returned" doc:"trees that go back"`
	Findings  []NoteFinding `json:"findings"`
	Message   string        `json:"message"`
	SentBy    string        `json:"sent_by"`
	Language  string        `json:"language"`
	Units     string        `json:"units"`
}

// GrowerNote is a note to a grower, and its answer.
type GrowerNote struct {
	ID         string
	Number     int
	GrowerID   string
	LotID      string
	Content    NoteContent `gorm:"serializer:json"`
	Asked      string
	SentAt     time.Time
	PersonID   string
	Answer     string
	AnswerNote string
	AnsweredAt *time.Time
	Version    int
}

// GrowerNotes lists the notes to a grower, newest first; all growers when growerID is "".
func (s *Store) GrowerNotes(ctx context.Context, growerID string) ([]GrowerNote, error) {
	if growerID == "" {
		return many[GrowerNote](ctx, s, "sent_at DESC, number DESC", "")
	}
	return many[GrowerNote](ctx, s, "sent_at DESC, number DESC", "grower_id = ?", growerID)
}

// GrowerNoteByNumber finds a note.
func (s *Store) GrowerNoteByNumber(ctx context.Context, number int) (GrowerNote, error) {
	return one[GrowerNote](ctx, s, "number = ?", number)
}

// AnswerGrowerNote writes a grower's answer, if the note still is as it was seen.
func (s *Store) AnswerGrowerNote(ctx context.Context, n GrowerNote) error {
	out := s.db.WithContext(ctx).Model(&GrowerNote{}).Where("id = ? AND version = ?", n.ID, n.Version).
		Updates(map[string]any{"answer": n.Answer, "answer_note": n.AnswerNote, "answered_at": n.AnsweredAt, "version": n.Version + 1})
	if out.Error == nil && out.RowsAffected == 0 {
		return ErrMissing
	}
	return ours(out.Error)
}

// HouseMeasure is a handful, scoop or bucket that was weighed once.
type HouseMeasure struct {
	ID        string
	Name      string
	Kind      string
	Substance string
	Amount    float64
	Unit      string
	Retired   bool
	PersonID  string
	At        time.Time
	Version   int
}

// HouseMeasures lists the measures in use by name.
func (s *Store) HouseMeasures(ctx context.Context) ([]HouseMeasure, error) {
	return many[HouseMeasure](ctx, s, "substance, name", "retired = FALSE")
}

// RetireMeasure takes a measure out of use.
func (s *Store) RetireMeasure(ctx context.Context, id string) error {
	out := s.db.WithContext(ctx).Model(&HouseMeasure{}).Where("id = ?", id).Updates(map[string]any{"retired": true, "name": gorm.Expr("CONCAT(LEFT(name, 40), ' ', id)")})
	if out.Error == nil && out.RowsAffected == 0 {
		return ErrMissing
	}
	return ours(out.Error)
}

// Photo is a picture of a tree; Picture and Thumbnail are JPEG.
type Photo struct {
	ID        string
	TreeID    string
	Part      string
	Caption   string
	Width     int
	Height    int
	Picture   []byte
	Thumbnail []byte
	Removed   bool
	PersonID  string
	At        time.Time

	Person Person
}

// PhotosOf lists the photographs of a tree without their pixels, oldest first.
func (s *Store) PhotosOf(ctx context.Context, treeID string) ([]Photo, error) {
	out, err := gorm.G[Photo](s.db).Preload("Person", nil).Select("id", "tree_id", "part", "caption", "width", "height", "person_id", "at").
		Where("tree_id = ? AND removed = FALSE", treeID).Order("at, id").Find(ctx)
	return out, ours(err)
}

// PhotoByID finds one photograph with its pixels.
func (s *Store) PhotoByID(ctx context.Context, id string) (Photo, error) {
	return one[Photo](ctx, s, "id = ? AND removed = FALSE", id)
}

// RemovePhoto takes a photograph out of sight.
func (s *Store) RemovePhoto(ctx context.Context, id string) error {
	return ours(s.db.WithContext(ctx).Model(&Photo{}).Where("id = ?", id).Update("removed", true).Error)
}
