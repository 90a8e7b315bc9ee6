package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/words"
)

// problem is a problem object (RFC 9457) with the fields that are wrong.
type problem struct {
	Title  string       `json:"title"`
	Detail string       `json:"detail"`
	Errors []fieldError `json:"errors"`
}

type fieldError struct {
	Field   string `json:"field"`
	Message string `json:"message"`
	Code    string `json:"code"`
}

// runCalc computes one answer from standard input. Anything wrong with the input exits 2 with one
// problem object on standard error.
func runCalc(args []string, in io.Reader, out, errs io.Writer) int {
	if len(args) == 1 && args[0] == "--list" {
		for _, name := range calc.Names() {
			_, _ = fmt.Fprintln(out, name)
		}
		return 0
	}
	name, schema := "", false
	for _, a := range args {
		if a == "--schema" {
			schema = true
		} else if name == "" {
			name = a
		}
	}
	if len(args) == 0 || len(args) > 2 || (len(args) == 2 && !schema) {
		_, _ = fmt.Fprint(errs, usage)
		return 2
	}
	if schema {
		c, err := calc.Find(name)
		if err != nil {
			return explain(errs, err)
		}
		return printJSON(out, errs, c.Schema())
	}
	if _, err := calc.Find(name); err != nil {
		return explain(errs, err)
	}
	raw, err := io.ReadAll(in)
	if err != nil {
		return failed(errs, err)
	}
	answer, err := calc.Run(rules.House{}, name, raw)
	if err != nil {
		return explain(errs, err)
	}
	return printJSON(out, errs, answer)
}

func printJSON(out, errs io.Writer, v any) int {
	e := json.NewEncoder(out)
	e.SetEscapeHTML(false)
	if err := e.Encode(v); err != nil {
		return failed(errs, err)
	}
	return 0
}

func explain(errs io.Writer, err error) int {
	s := words.For("", words.Metric)
	p := problem{Errors: []fieldError{}}
	var faults fault.List
	switch {
	case errors.As(err, &faults):
		p.Title = s.Say("problem.invalid", nil)
		for _, f := range faults {
			p.Errors = append(p.Errors, fieldError{f.Field, s.Fault(f), string(f.Code)})
		}
		p.Detail = p.Errors[0].Field + ": " + p.Errors[0].Message
	case errors.Is(err, calc.ErrBrokenJSON):
		p.Title = s.Say("problem.broken-json", nil)
		p.Detail = p.Title
	case errors.Is(err, calc.ErrUnknown):
		p.Title = s.Say("problem.calculator", nil)
		p.Detail = p.Title
	default:
		return failed(errs, err)
	}
	e := json.NewEncoder(errs)
	e.SetEscapeHTML(false)
	_ = e.Encode(p)
	return 2
}
