package store

import (
	"context"
	"time"

	"gorm.io/gorm"
)

// Role is what a person is in the house.
type Role string

// The roles.
const (
	YardHand Role = "yard-hand"
	Advisor  Role = "advisor"
	Manager  Role = "manager"
)

// Person is someone who signs in.
type Person struct {
	ID           string
	SignIn       string
	Name         string
	Role         Role
	PasswordHash string
	Active       bool
	SessionEpoch int
	DutySince    *time.Time
	Version      int
}

// TableName is needed: the plural is irregular.
func (Person) TableName() string { return "people" }

// PersonBySignIn finds the person with that sign-in name.
func (s *Store) PersonBySignIn(ctx context.Context, signIn string) (Person, error) {
	return one[Person](ctx, s, "sign_in = ?", signIn)
}

// EndSessions makes every session of a person invalid.
func (s *Store) EndSessions(ctx context.Context, personID string) error {
	_, err := gorm.G[Person](s.db).Where("id = ?", personID).Update(ctx, "session_epoch", gorm.Expr("session_epoch + 1"))
	return ours(err)
}

// SignInFailure counts wrong passwords for a name or an address.
type SignInFailure struct {
	Subject  string
	Failures int
	LastAt   time.Time
}

// SignInFailures gives the count for a subject; none is a zero count.
func (s *Store) SignInFailures(ctx context.Context, subject string) (SignInFailure, error) {
	f, err := one[SignInFailure](ctx, s, "subject = ?", subject)
	if err == ErrMissing {
		return SignInFailure{Subject: subject}, nil
	}
	return f, err
}

// CountSignInFailure adds one wrong password, from zero again after a quiet day.
func (s *Store) CountSignInFailure(ctx context.Context, subject string, at time.Time) error {
	return gorm.G[any](s.db).Exec(ctx, `INSERT INTO sign_in_failures (subject, failures, last_at) VALUES (?, 1, ?)
		ON DUPLICATE KEY UPDATE failures = IF(last_at < ?, 1, failures + 1), last_at = VALUES(last_at)`,
		subject, at, at.Add(-24*time.Hour))
}

// ForgetSignInFailures starts the count anew.
func (s *Store) ForgetSignInFailures(ctx context.Context, subject string) error {
	_, err := gorm.G[SignInFailure](s.db).Where("subject = ?", subject).Delete(ctx)
	return ours(err)
}

// Once is the answer to a request that created something, kept under its idempotency key.
type Once struct {
	IdempotencyKey string
	PersonID       string
	Deed           string
	Answer         string
	At             time.Time
}

// TableName is needed: it is no plural.
func (Once) TableName() string { return "once" }

// OnceByKey finds the answer given to a key before.
func (s *Store) OnceByKey(ctx context.Context, key, personID string) (Once, error) {
	return one[Once](ctx, s, "idempotency_key = ? AND person_id = ?", key, personID)
}

// AnswerOnce keeps the answer to a request whose key was claimed in this transaction.
func (s *Store) AnswerOnce(ctx context.Context, key, personID, answer string) error {
	_, err := gorm.G[Once](s.db).Where("idempotency_key = ? AND person_id = ?", key, personID).Update(ctx, "answer", answer)
	return ours(err)
}

// RuleChange is one change of a threshold or a school, appended.
type RuleChange struct {
	ID       string
	Seq      int
	RuleKey  string
	Value    string
	Reason   string
	PersonID string
	At       time.Time
}

// RuleChanges lists every change of a house rule, oldest first.
func (s *Store) RuleChanges(ctx context.Context) ([]RuleChange, error) {
	return many[RuleChange](ctx, s, "seq", "")
}

// CountPeople tells whether anybody is in this database; an empty database has no table yet.
func (s *Store) CountPeople(ctx context.Context) (int, error) {
	var n int
	err := s.db.WithContext(ctx).Raw("SELECT COUNT(*) FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = 'people'").Scan(&n).Error
	if err != nil || n == 0 {
		return 0, ours(err)
	}
	err = s.db.WithContext(ctx).Raw("SELECT COUNT(*) FROM people").Scan(&n).Error
	return n, ours(err)
}
