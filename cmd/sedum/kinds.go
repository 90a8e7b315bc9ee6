package main

import (
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"

	"sedum/app/catalogue"
	"sedum/core/fault"
	"sedum/kernel"
	"sedum/words"
)

const kindsUsage = `sedum kinds: what the house knows of kinds of trees

  sedum kinds import --dsn DSN FILE.csv      kinds from a table; those that are there are left as they are
  sedum kinds import --dsn DSN --starter     the kinds that ship with this program
  sedum kinds starter                        print those, as a table to start from

`

// runKinds brings kinds into the catalogue from the shell.
func runKinds(args []string, _ io.Reader, out, errs io.Writer) int {
	wrongly := func() int {
		_, _ = fmt.Fprint(errs, kindsUsage, "The columns: ", strings.Join(catalogue.Columns, ", "), ".\n")
		return 2
	}
	if len(args) == 1 && args[0] == "starter" {
		_, _ = io.WriteString(out, catalogue.StarterCSV)
		return 0
	}
	if len(args) == 0 || args[0] != "import" {
		return wrongly()
	}
	flags := flag.NewFlagSet("kinds", flag.ContinueOnError)
	flags.SetOutput(errs)
	dsn := flags.String("dsn", setting("SEDUM_DSN", ""), "address of the database")
	starter := flags.Bool("starter", false, "the kinds that ship with this program")
	if err := flags.Parse(args[1:]); err != nil {
		return 2
	}
	if *dsn == "" || *starter == (flags.NArg() == 1) || flags.NArg() > 1 {
		return wrongly()
	}
	kinds, err := kindsOf(*starter, flags.Arg(0))
	var list fault.List
	if errors.As(err, &list) {
		say := words.For("", words.Metric)
		for _, f := range list[:min(len(list), fault.Most)] {
			_, _ = fmt.Fprintf(errs, "%s: %s\n", f.Field, say.Fault(f))
		}
		return 1
	}
	if err != nil {
		return failed(errs, err)
	}
	var taken catalogue.Taken
	err = inside(*dsn, func(tx *kernel.Tx) (err error) {
		taken, err = catalogue.Import(tx, kinds)
		return err
	})
	if err != nil {
		return failed(errs, err)
	}
	_, _ = fmt.Fprintf(out, "%d kinds were taken in.\n", taken.Added)
	if len(taken.There) > 0 {
		_, _ = fmt.Fprintf(out, "There already, and left as they are: %s.\n", strings.Join(taken.There, ", "))
	}
	return 0
}

func kindsOf(starter bool, file string) ([]catalogue.Kind, error) {
	if starter {
		return catalogue.Starter("")
	}
	f, err := os.Open(file)
	if err != nil {
		return nil, err
	}
	defer func() { _ = f.Close() }()
	return catalogue.ReadCSV(f, filepath.Base(file))
}
