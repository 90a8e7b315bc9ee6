// Package fault is how the core says that an input cannot be used.
//
// A fault is data: which field, which rule of input it breaks, what the limit
// is. The sentence a person reads is made of it in package words.
package fault

import (
	"errors"
	"fmt"
	"strings"
)

// Code names the rule of input that a field breaks.
type Code string

// All lists them.
func (Code) All() []Code {
	return []Code{Required, UnknownField, WrongType, NotWhole, NotASize, NotThisName, NotATelephone, NotAMail, NotAnAddress, NotAChoice, MustExceed, AtLeast, AtMost, MustBeUnder, TooFew, TooMany, TooLong, TooShort, TooCommon, NotAPIN, CommonPIN, CannotBeKept, NotText, SaidTwice, WrongPassword, WrongSecond, WrongCode, SamePassword, NotRising, Falls, DeeperThan, NothingLeft, TooWide, GreaterThan, BelowMinimum, BothOrNeither, NoSum, NotHundred, TooLarge, BadCheck, Formula, UnknownKind, LiesBefore, LoosenedFirm, NotLoose, NotThere, SamePlace, DoNotMeet, CrossesItself, OtherGrid}
}

// The codes. Each has a sentence in every language of package words.
const (
	Required      Code = "required"
	UnknownField  Code = "unknown_field"
	WrongType     Code = "wrong_type"
	NotWhole      Code = "not_whole"
	NotAChoice    Code = "not_a_choice"
	NotASize      Code = "not_a_size"
	NotThisName   Code = "not_this_name"
	WrongSecond   Code = "wrong_second"
	NotATelephone Code = "not_a_telephone"
	NotAMail      Code = "not_a_mail"
	NotAnAddress  Code = "not_an_address"
	MustExceed    Code = "must_exceed"
	AtLeast       Code = "at_least"
	AtMost        Code = "at_most"
	MustBeUnder   Code = "must_be_under"
	TooFew        Code = "too_few"
	TooMany       Code = "too_many"
	TooLong       Code = "too_long"
	TooShort      Code = "too_short"
	TooCommon     Code = "too_common"
	NotAPIN       Code = "not_a_pin"
	CommonPIN     Code = "common_pin"
	WrongPassword Code = "wrong_password"
	WrongCode     Code = "wrong_code"
	SamePassword  Code = "same_password"
	CannotBeKept  Code = "cannot_be_kept"
	NotText       Code = "not_text"
	SaidTwice     Code = "said_twice"
	NotRising     Code = "not_rising"
	Falls         Code = "falls"
	DeeperThan    Code = "deeper_than_ball"
	NothingLeft   Code = "nothing_left"
	TooWide       Code = "too_wide"
	GreaterThan   Code = "greater_than_grown"
	BelowMinimum  Code = "below_minimum"
	BothOrNeither Code = "both_or_neither"
	NoSum         Code = "no_sum"
	NotHundred    Code = "not_hundred"
	TooLarge      Code = "too_large"
	BadCheck      Code = "bad_check_character"
	Formula       Code = "formula"
	UnknownKind   Code = "unknown_kind"
	NotThere      Code = "not_there"
	SamePlace     Code = "same_place"
	DoNotMeet     Code = "do_not_meet"
	CrossesItself Code = "crosses_itself"
	OtherGrid     Code = "other_grid"
	LiesBefore    Code = "lies_before"
	LoosenedFirm  Code = "loosened_firm"
	NotLoose      Code = "not_loose"
)

// Fault is one thing wrong with one field.
type Fault struct {
	// Field is a dotted snake_case path, list places counted from 0.
	Field string
	Code  Code
	// Limit is what the value is held against: a number, a list of choices, another field.
	Limit any
}

func (f Fault) Error() string {
	if f.Limit == nil {
		return fmt.Sprintf("%s: %s", f.Field, f.Code)
	}
	return fmt.Sprintf("%s: %s %v", f.Field, f.Code, f.Limit)
}

// Most is how many faults are told at once.
const Most = 50

// List is everything wrong with an input; never empty when returned as an error.
type List []Fault

func (l List) Error() string {
	parts := make([]string, len(l))
	for i, f := range l {
		parts[i] = f.Error()
	}
	return strings.Join(parts, "; ")
}

// Err is the list as an error, nil when nothing is wrong.
func (l List) Err() error {
	if len(l) == 0 {
		return nil
	}
	return l
}

// Add puts one more fault at the end.
func (l *List) Add(field string, code Code, limit any) {
	*l = append(*l, Fault{Field: field, Code: code, Limit: limit})
}

// Has tells whether a field is already faulty, so that no second check reads it.
func (l List) Has(field string) bool {
	for _, f := range l {
		if f.Field == field {
			return true
		}
	}
	return false
}

// Under puts the faults of a part under the part's own name.
func Under(name string, err error) error {
	var l List
	if !errors.As(err, &l) {
		return err
	}
	out := make(List, len(l))
	for i, f := range l {
		f.Field = name + "." + f.Field
		out[i] = f
	}
	return out
}

// Missing adds a fault for each text that is empty; fields and texts take turns.
func Missing(fieldsAndTexts ...string) List {
	var l List
	for i := 0; i+1 < len(fieldsAndTexts); i += 2 {
		if fieldsAndTexts[i+1] == "" {
			l.Add(fieldsAndTexts[i], Required, nil)
		}
	}
	return l
}

// Under is the faults of a part, named from the whole: "sand_mm" under "ground" is "ground.sand_mm".
func (l List) Under(part string) List {
	out := List{}
	for _, f := range l {
		f.Field = part + "." + f.Field
		out = append(out, f)
	}
	return out
}
