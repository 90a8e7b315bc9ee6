package main

import (
	"bufio"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"slices"
	"strings"
	"text/tabwriter"

	"golang.org/x/term"

	"sedum/app/people"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/kernel"
	"sedum/words"
)

const personUsage = `sedum person: who may sign in

  sedum person list --dsn DSN
  sedum person add --dsn DSN --name NAME --role ROLE SIGN-IN       ROLE is yard-hand, advisor or manager
  sedum person password --dsn DSN SIGN-IN
  sedum person deactivate --dsn DSN SIGN-IN
  sedum person second-off --dsn DSN SIGN-IN       takes off a second factor that was lost

A password is asked for, or read as one line from standard input; it is never an argument.
`

// runPerson lets people in and out from the shell of the machine: so the first manager comes into an empty database.
func runPerson(args []string, in io.Reader, out, errs io.Writer) int {
	deeds := []string{"list", "add", "password", "deactivate", "second-off"}
	if len(args) == 0 || !slices.Contains(deeds, args[0]) {
		_, _ = fmt.Fprint(errs, personUsage)
		return 2
	}
	deed := args[0]
	flags := flag.NewFlagSet("person "+deed, flag.ContinueOnError)
	flags.SetOutput(errs)
	dsn := flags.String("dsn", setting("SEDUM_DSN", ""), "address of the database")
	name, role := new(string), new(string)
	if deed == "add" {
		name, role = flags.String("name", "", "as others read it"), flags.String("role", "", "yard-hand, advisor or manager")
	}
	if err := flags.Parse(args[1:]); err != nil {
		return 2
	}
	asked := 1
	if deed == "list" {
		asked = 0
	}
	if *dsn == "" || flags.NArg() != asked || (deed == "add" && !slices.Contains(set.All[roles.Role](), roles.Role(*role))) {
		_, _ = fmt.Fprint(errs, personUsage)
		return 2
	}
	password := ""
	if deed == "add" || deed == "password" {
		var err error
		if password, err = askPassword(in, errs); err != nil {
			return failed(errs, err)
		}
	}
	var list []people.Account
	who := flags.Arg(0)
	err := inside(*dsn, func(tx *kernel.Tx) (err error) {
		switch deed {
		case "add":
			return people.LetIn(tx, people.NewPerson{Name: *name, SignIn: who, Role: roles.Role(*role)}, password)
		case "password":
			return people.SetPassword(tx, who, password)
		case "deactivate":
			return people.LetOut(tx, who)
		case "second-off":
			return people.WithoutSecond(tx, who)
		}
		list, err = people.Everybody(tx)
		return err
	})
	if err != nil {
		return failed(errs, inWords(err, who))
	}
	switch deed {
	case "list":
		table := tabwriter.NewWriter(out, 0, 0, 2, ' ', 0)
		for _, p := range list {
			state := "may sign in"
			if !p.Active {
				state = "let out"
			}
			_, _ = fmt.Fprintf(table, "%s\t%s\t%s\t%s\n", p.SignIn, p.Name, p.Role, state)
		}
		_ = table.Flush()
	case "add":
		_, _ = fmt.Fprintf(out, "%s may sign in as %s.\n", *name, who)
	case "password":
		_, _ = fmt.Fprintf(out, "%s has another password, and is signed out everywhere.\n", who)
	case "deactivate":
		_, _ = fmt.Fprintf(out, "%s is let out.\n", who)
	case "second-off":
		_, _ = fmt.Fprintf(out, "%s comes in by the password alone, and is signed out everywhere.\n", who)
	}
	return 0
}

// askPassword reads a password without showing it, or one line of what is piped in.
func askPassword(in io.Reader, errs io.Writer) (string, error) {
	if file, ok := in.(*os.File); ok && term.IsTerminal(int(file.Fd())) {
		_, _ = fmt.Fprint(errs, "Password: ")
		typed, err := term.ReadPassword(int(file.Fd()))
		_, _ = fmt.Fprintln(errs)
		return string(typed), err
	}
	line, err := bufio.NewReader(in).ReadString('\n')
	if errors.Is(err, io.EOF) {
		err = nil
	}
	return strings.TrimRight(line, "\r\n"), err
}

// inWords says an error of the house as a person reads it, with the field that it is about.
func inWords(err error, who string) error {
	say := words.For("", words.Metric)
	var list fault.List
	var refused kernel.Refused
	switch {
	case errors.Is(err, kernel.ErrMissing):
		return fmt.Errorf("nobody signs in as %q; sedum person list tells who does", who)
	case errors.As(err, &refused):
		return errors.New(say.Say("refused."+refused.Code, nil))
	case errors.As(err, &list) && len(list) > 0:
		return fmt.Errorf("%s: %s", list[0].Field, say.Say("fault."+string(list[0].Code), map[string]any{"limit": list[0].Limit}))
	}
	return err
}
