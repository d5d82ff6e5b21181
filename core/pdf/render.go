package pdf

import (
	"bytes"
	"context"
	"encoding/binary"
	"errors"
	"fmt"
	"image"
	"image/color"
	"image/draw"
	"image/png"
	"math"
	"strings"

	"github.com/klippa-app/go-pdfium"
	pdfium_errors "github.com/klippa-app/go-pdfium/errors"
	"github.com/klippa-app/go-pdfium/references"
	"github.com/klippa-app/go-pdfium/requests"
	"github.com/klippa-app/go-pdfium/webassembly"
	"github.com/tetratelabs/wazero"
	"github.com/tetratelabs/wazero/api"
	"github.com/tetratelabs/wazero/experimental"
)

// renderer holds one PDFium instance, compiled to WebAssembly, without access to files. It is used
// by one goroutine at a time.
type renderer struct {
	light    bool   // does without PDFium
	cacheDir string // where the compiled module is kept
	pool     pdfium.Pool
	instance pdfium.Pdfium
	open     []opened // the documents last used, newest last
}

type opened struct {
	key string
	doc references.FPDF_DOCUMENT
}

const (
	wasmPages = 640 << 20 >> 16 // memory of the sandbox in 64 KiB pages: 640 MiB
	keepOpen  = 3
	maxPixels = 24_000_000
)

// start compiles PDFium and creates the instance, once.
func (e *renderer) start() error {
	if e.light {
		return errNeedPDFium
	}
	if e.instance != nil {
		return nil
	}
	rc := wazero.NewRuntimeConfig().
		WithCoreFeatures(api.CoreFeaturesV2 | experimental.CoreFeaturesExceptionHandling).
		WithMemoryLimitPages(wasmPages)
	if e.cacheDir != "" {
		if cache, err := wazero.NewCompilationCacheWithDir(e.cacheDir); err == nil {
			rc = rc.WithCompilationCache(cache)
		}
	}
	pool, err := webassembly.Init(webassembly.Config{
		Context: context.Background(), MinIdle: 0, MaxIdle: 1, MaxTotal: 1,
		RuntimeConfig: rc, FSConfig: wazero.NewFSConfig(),
	})
	if err != nil {
		return fmt.Errorf("start pdfium: %w", err)
	}
	e.pool = pool
	return e.fresh()
}

// fresh replaces the instance: a file that made PDFium trap may have left it in any state.
func (e *renderer) fresh() error {
	if e.light {
		return nil
	}
	if e.instance != nil {
		e.instance.Kill()
	}
	e.open = nil
	var err error
	if e.instance, err = e.pool.GetInstance(0); err != nil {
		return fmt.Errorf("start pdfium: %w", err)
	}
	return nil
}

// document opens data, or returns it still open when key was used lately.
func (e *renderer) document(key string, data []byte) (references.FPDF_DOCUMENT, error) {
	for i, o := range e.open {
		if key != "" && o.key == key {
			e.open = append(append(e.open[:i:i], e.open[i+1:]...), o)
			return o.doc, nil
		}
	}
	if data == nil {
		return "", errNeedDocument
	}
	if err := e.start(); err != nil {
		return "", err
	}
	resp, err := e.instance.OpenDocument(&requests.OpenDocument{File: &data})
	if err != nil {
		if errors.Is(err, pdfium_errors.ErrPassword) {
			return "", errLocked
		}
		return "", refuse("This file can’t be read as a PDF: it is damaged, incomplete or of another kind.")
	}
	e.open = append(e.open, opened{key, resp.Document})
	if len(e.open) > keepOpen {
		e.instance.FPDF_CloseDocument(&requests.FPDF_CloseDocument{Document: e.open[0].doc})
		e.open = e.open[1:]
	}
	return resp.Document, nil
}

// resave writes a file anew through PDFium, which opens almost anything, without encryption.
func (e *renderer) resave(data []byte) ([]byte, error) {
	doc, err := e.document("", data)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	_, err = e.instance.FPDF_SaveAsCopy(&requests.FPDF_SaveAsCopy{Document: doc, Flags: requests.SaveFlagRemoveSecurity, FileWriter: &out})
	if err != nil {
		return nil, refuse("This PDF is damaged in a way that Indicum can’t repair. Printing it to a new PDF usually helps.")
	}
	return out.Bytes(), nil
}

var errLocked = refuse("This PDF is locked with a password. Please open it with the password, save a copy without one, and bring that.")

// Task of rendering: width is in pixels; the height follows from the page.
type renderTask struct {
	Key   string
	Page  int
	Turn  int
	Width int
	Plain bool // as grey dots, row by row, after the picture's width in four bytes; not as a PNG
}

// png renders one page as a PNG.
func (e *renderer) png(t renderTask, data []byte) ([]byte, error) {
	doc, err := e.document(t.Key, data)
	if err != nil {
		return nil, err
	}
	page := requests.Page{ByIndex: &requests.PageByIndex{Document: doc, Index: t.Page}}
	size, err := e.instance.GetPageSize(&requests.GetPageSize{Page: page})
	if err != nil {
		return nil, fmt.Errorf("page %d: %w", t.Page+1, err)
	}
	w, h := size.Width, size.Height
	scale := float64(t.Width) / w
	if t.Turn%180 != 0 {
		scale = float64(t.Width) / h
	}
	if px := w * h * scale * scale; px > maxPixels {
		scale *= math.Sqrt(maxPixels / px)
	}
	resp, err := e.instance.RenderPageInPixels(&requests.RenderPageInPixels{
		Page: page, Document: &doc, RenderForm: true,
		Width: max(1, int(w*scale+0.5)), Height: max(1, int(h*scale+0.5)),
	})
	if err != nil {
		return nil, fmt.Errorf("render page %d: %w", t.Page+1, err)
	}
	defer resp.Cleanup()
	img := turned(compact(resp.Result.RenderedImage), t.Turn)
	if t.Plain {
		g := greyed(img)
		return append(binary.BigEndian.AppendUint32(nil, uint32(g.Rect.Dx())), g.Pix...), nil
	}
	return encode(img)
}

// compact turns a page without colour, as most are, into a grey image a quarter the size.
func compact(in image.Image) image.Image {
	rgba, ok := in.(*image.RGBA)
	if !ok {
		return in
	}
	grey := image.NewGray(rgba.Rect)
	for i, j := 0, 0; i+3 < len(rgba.Pix); i, j = i+4, j+1 {
		r, g, b := rgba.Pix[i], rgba.Pix[i+1], rgba.Pix[i+2]
		if r != g || g != b {
			return rgba
		}
		grey.Pix[j] = r
	}
	return grey
}

func turned(in image.Image, turn int) image.Image {
	if turn%360 == 0 {
		return in
	}
	b := in.Bounds()
	w, h := b.Dx(), b.Dy()
	size := image.Rect(0, 0, w, h)
	if turn%180 != 0 {
		size = image.Rect(0, 0, h, w)
	}
	var out draw.Image = image.NewRGBA(size)
	if _, ok := in.(*image.Gray); ok {
		out = image.NewGray(size)
	}
	for y := range h {
		for x := range w {
			var c color.Color = in.At(b.Min.X+x, b.Min.Y+y)
			switch turn {
			case 90:
				out.Set(h-1-y, x, c)
			case 180:
				out.Set(w-1-x, h-1-y, c)
			case 270:
				out.Set(y, w-1-x, c)
			}
		}
	}
	return out
}

func encode(in image.Image) ([]byte, error) {
	var out bytes.Buffer
	enc := png.Encoder{CompressionLevel: png.BestSpeed}
	if err := enc.Encode(&out, in); err != nil {
		return nil, fmt.Errorf("encode png: %w", err)
	}
	return out.Bytes(), nil
}

// intake checks a file and makes its clean copy.
func (e *renderer) intake(data []byte) (Intake, error) {
	var out Intake
	if len(bytes.TrimSpace(data[:min(len(data), 4096)])) == 0 {
		return out, refuse("This file is empty.")
	}
	if picture(data) {
		made, err := pictureFile(data)
		if err != nil {
			return out, err
		}
		data = made
	}
	if !bytes.Contains(data[:min(len(data), 1024)], []byte("%PDF-")) {
		return out, refuse("This is not a PDF file, nor a picture that Indicum takes (JPEG, PNG or TIFF).")
	}
	r, err := e.openAny(data)
	if err != nil {
		return out, err
	}
	for i, n := range r.pages {
		p := n.displayed(0)
		if p.Width > MaxSide || p.Height > MaxSide {
			return out, refuse("Page %d is %.0f by %.0f inches; Indicum takes pages up to %.0f inches a side.", i+1, p.Width/72, p.Height/72, MaxSide/72)
		}
		if p.Width < 3 || p.Height < 3 {
			return out, refuse("Page %d is too small to be seen.", i+1)
		}
		out.Pages = append(out.Pages, p)
	}
	out.Clean, out.Notes = clean(r)
	out.Seals = r.incomingSeals(data)
	out.Notes = append(out.Notes, sealNotes(out.Seals)...)
	if _, err := e.png(renderTask{Width: 60}, out.Clean); err != nil {
		return out, refuse("The first page of this PDF can’t be drawn: the file is damaged.")
	}
	if strings.Contains(string(data[max(0, len(data)-2048):]), "/Encrypt") {
		out.Notes = append(out.Notes, "Was protected against changes; a copy without that protection is used.")
	}
	return out, nil
}
