module indicum

go 1.26.8

ignore ./node_modules

require (
	github.com/emersion/go-message v0.18.2
	github.com/emersion/go-smtp v0.25.1
	github.com/emersion/go-vcard v0.0.0-20260618161152-d854b7e0e2d3
	github.com/go-chi/chi/v5 v5.5.0
	github.com/go-sql-driver/mysql v1.10.1
	github.com/klippa-app/go-pdfium v1.21.4
	github.com/landlock-lsm/go-landlock v0.11.0
	github.com/pdfcpu/pdfcpu v0.15.0
	github.com/smallstep/pkcs7 v0.2.3
	github.com/tetratelabs/wazero v1.12.0
	golang.org/x/crypto v0.58.0
	golang.org/x/image v0.47.0
	golang.org/x/net v0.62.0
	golang.org/x/sys v0.49.0
	golang.org/x/text v0.43.0
	gorm.io/driver/mysql v1.6.0
	gorm.io/gorm v1.31.2
)

require (
	filippo.io/edwards25519 v1.2.0 // indirect
	github.com/BurntSushi/toml v1.4.1-0.20240526193622-a339e1f7089c // indirect
	github.com/emersion/go-sasl v0.0.0-20241020182733-b788ff22d5a6 // indirect
	github.com/google/uuid v1.6.0 // indirect
	github.com/hhrutter/tiff v1.0.6 // indirect
	github.com/jinzhu/inflection v1.0.0 // indirect
	github.com/jinzhu/now v1.1.5 // indirect
	github.com/jolestar/go-commons-pool/v2 v2.1.2 // indirect
	go.yaml.in/yaml/v3 v3.0.5 // indirect
	golang.org/x/exp/typeparams v0.0.0-20231108232855-2478ac86f678 // indirect
	golang.org/x/mod v0.41.0 // indirect
	golang.org/x/sync v0.24.0 // indirect
	golang.org/x/tools v0.51.0 // indirect
	honnef.co/go/tools v0.8.2 // indirect
	kernel.org/pub/linux/libs/security/libcap/psx v1.2.77 // indirect
)

tool honnef.co/go/tools/cmd/staticcheck
