// Package letter is what a letter to a customer is made of, for whoever carries it.
package letter

import (
	"errors"
	"time"
)

// ErrAway is that a mail server does not answer, and not that it does not take a letter.
var ErrAway = errors.New("the mail server does not answer")

// Letter is one letter as it goes out. By its ID whoever receives it knows it again, should it come twice because a program died while it sent it.
type Letter struct {
	ID       string
	To       string
	FromName string
	Subject  string
	Text     string
	// Language is that of the text, as browsers name languages.
	Language string
	// Stop is the address that ends the letters in one touch, "" where this house serves none.
	Stop string
	At   time.Time
}
