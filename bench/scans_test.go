package bench

import (
	"context"
	"image"
	"math/rand/v2"
	"testing"

	"indicum/bench/forms"
	"indicum/core/pdf"
)

// scannedFile is a file of pictures of another file's pages.
func scannedFile(b testing.TB, r *rand.Rand, data []byte) []byte {
	b.Helper()
	var sources [][]byte
	var refs []pdf.PageRef
	for _, page := range forms.Draw(b, data, 150) {
		in, err := engine.Intake(context.Background(), scan(b, r, page))
		if err != nil {
			b.Fatal(err)
		}
		refs = append(refs, pdf.PageRef{Source: len(sources), Page: pdf.AllPages})
		sources = append(sources, in.Clean)
	}
	out, err := engine.Compose(context.Background(), sources, refs)
	if err != nil {
		b.Fatal(err)
	}
	return out
}

// scan is a page as an office scanner returns it.
func scan(b testing.TB, r *rand.Rand, page *image.Gray) []byte {
	askew, _ := forms.Askew(r, page)
	return forms.JPEG(b, askew, 60+r.IntN(30))
}
