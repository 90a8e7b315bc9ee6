-- +goose Up
CREATE TABLE IF NOT EXISTS growers (
  id VARCHAR(16) NOT NULL,
  name VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  place VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  version INT NOT NULL,
  CONSTRAINT pk_growers PRIMARY KEY (id),
  CONSTRAINT uq_growers_name UNIQUE (name)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS deliveries (
  id VARCHAR(16) NOT NULL,
  number INT NOT NULL,
  grower_id VARCHAR(16) NOT NULL,
  lifted_at DATETIME(6) NULL COMMENT 'when the bare roots left the ground, if known',
  arrived_at DATETIME(6) NOT NULL,
  packing VARCHAR(20) NOT NULL COMMENT 'of bare roots: what was found on opening the box',
  note VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_deliveries PRIMARY KEY (id),
  CONSTRAINT uq_deliveries_number UNIQUE (number),
  CONSTRAINT fk_deliveries_grower FOREIGN KEY (grower_id) REFERENCES growers (id),
  CONSTRAINT fk_deliveries_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_deliveries_lifted CHECK (lifted_at IS NULL OR lifted_at <= arrived_at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS lots (
  id VARCHAR(16) NOT NULL,
  number INT NOT NULL,
  grower_id VARCHAR(16) NOT NULL,
  kind_id VARCHAR(16) NOT NULL,
  delivery_id VARCHAR(16) NULL,
  arrived_on DATE NOT NULL,
  form VARCHAR(20) NOT NULL,
  pot VARCHAR(20) NOT NULL,
  pot_l DECIMAL(6,1) NOT NULL,
  ball_diameter_mm DECIMAL(6,1) NOT NULL COMMENT 'nominal, of the pot',
  ball_height_mm DECIMAL(6,1) NOT NULL COMMENT 'nominal, of the pot',
  caliper_mm DECIMAL(6,1) NOT NULL COMMENT 'nominal',
  height_m DECIMAL(5,2) NOT NULL COMMENT 'nominal',
  size VARCHAR(20) NOT NULL COMMENT 'of bare roots: seedling, whip, feathered, standard',
  medium VARCHAR(10) NOT NULL,
  sizing VARCHAR(10) NOT NULL,
  sensitivity VARCHAR(10) NOT NULL COMMENT 'of bare roots to drying',
  grafted BOOLEAN NOT NULL,
  origin VARCHAR(10) NOT NULL COMMENT 'layer or garden, when that changes what is looked at',
  cultivar VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  rootstock VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  propagation VARCHAR(10) NOT NULL COMMENT 'how it was raised, when known',
  ordered INT NULL COMMENT 'trees on the order, to hold the count against',
  price_cents INT NOT NULL,
  assumed VARCHAR(200) NOT NULL COMMENT 'facts above that nobody stated, as a list',
  per_row INT NOT NULL COMMENT 'trees in a row as they stand; 0 when nobody said',
  decision VARCHAR(20) NOT NULL,
  unchecked BOOLEAN NOT NULL DEFAULT FALSE COMMENT 'released without a complete look of drawn trees that says so: counts nowhere',
  decided_at DATETIME(6) NULL,
  version INT NOT NULL,
  CONSTRAINT pk_lots PRIMARY KEY (id),
  CONSTRAINT uq_lots_number UNIQUE (number),
  CONSTRAINT fk_lots_grower FOREIGN KEY (grower_id) REFERENCES growers (id),
  CONSTRAINT fk_lots_kind FOREIGN KEY (kind_id) REFERENCES kinds (id),
  CONSTRAINT fk_lots_delivery FOREIGN KEY (delivery_id) REFERENCES deliveries (id),
  CONSTRAINT ck_lots_form CHECK (form IN ('container', 'plug', 'balled', 'bare-root')),
  CONSTRAINT ck_lots_sizes CHECK (ball_diameter_mm > 0 AND ball_height_mm > 0 AND caliper_mm > 0 AND height_m > 0),
  CONSTRAINT ck_lots_decision CHECK (decision IN ('open', 'released', 'refused')),
  CONSTRAINT ck_lots_sensitivity CHECK (sensitivity IN ('tender', 'average', 'tough')),
  CONSTRAINT ck_lots_origin CHECK (origin IN ('', 'layer', 'garden')),
  CONSTRAINT ck_lots_propagation CHECK (propagation IN ('', 'seed', 'cutting', 'graft', 'layer', 'division', 'tissue')),
  CONSTRAINT ck_lots_per_row CHECK (per_row BETWEEN 0 AND 1000),
  INDEX ix_lots_record (grower_id, decided_at),
  INDEX ix_lots_form (form, number)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS trees (
  id VARCHAR(16) NOT NULL,
  tag VARCHAR(7) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  lot_number INT NOT NULL COMMENT 'of its lot: what a lot counts is found by it',
  number INT NOT NULL COMMENT 'place in the lot',
  state VARCHAR(24) NOT NULL,
  state_since DATETIME(6) NOT NULL,
  due_on DATE NULL COMMENT 'look again',
  check_id VARCHAR(16) NULL COMMENT 'the newest check; the state is what the entries say',
  faulty BOOLEAN NULL COMMENT 'by the look that counts for its lot; NULL before there is one',
  height_m DECIMAL(6,3) NULL COMMENT 'as its newest look measured it',
  bundle_count INT NOT NULL COMMENT 'trees under this tag',
  bundle_of VARCHAR(16) NULL COMMENT 'the bundle it was split from',
  version INT NOT NULL,
  CONSTRAINT pk_trees PRIMARY KEY (id),
  CONSTRAINT uq_trees_tag UNIQUE (tag),
  CONSTRAINT uq_trees_place UNIQUE (lot_id, number),
  CONSTRAINT fk_trees_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT ck_trees_state CHECK (state IN ('unchecked', 'not-yet-judged', 'for-sale', 'in-work', 'held', 'apart',
    'sent-back', 'reserved', 'sold', 'lost', 'released-unchecked')),
  CONSTRAINT ck_trees_bundle CHECK (bundle_count > 0),
  INDEX ix_trees_state (state, tag),
  INDEX ix_trees_offer (state, lot_id, height_m, tag),
  INDEX ix_trees_due (state, due_on, state_since),
  INDEX ix_trees_lot (lot_number, state, number, bundle_count, faulty),
  INDEX ix_trees_lot_check (lot_id, check_id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS tree_events (
  id VARCHAR(16) NOT NULL,
  tree_id VARCHAR(16) NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  from_state VARCHAR(24) NOT NULL,
  to_state VARCHAR(24) NOT NULL,
  note VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  CONSTRAINT pk_tree_events PRIMARY KEY (id),
  CONSTRAINT fk_tree_events_tree FOREIGN KEY (tree_id) REFERENCES trees (id),
  CONSTRAINT fk_tree_events_person FOREIGN KEY (person_id) REFERENCES people (id),
  INDEX ix_tree_events_tree (tree_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS lot_counts (
  lot_number INT NOT NULL,
  state VARCHAR(24) NOT NULL,
  tags INT NOT NULL COMMENT 'trees and bundles as one each',
  trees INT NOT NULL COMMENT 'every tree of a bundle',
  checked INT NOT NULL COMMENT 'that were judged',
  faulty INT NOT NULL COMMENT 'of them',
  CONSTRAINT pk_lot_counts PRIMARY KEY (lot_number, state),
  INDEX ix_lot_counts_state (state, lot_number, tags)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS samples (
  id VARCHAR(16) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  seed BIGINT UNSIGNED NOT NULL COMMENT 'the draw can be made again',
  lot_size INT NOT NULL,
  tolerable_share DECIMAL(6,5) NOT NULL,
  confidence DECIMAL(6,5) NOT NULL,
  strictness VARCHAR(20) NOT NULL,
  looks JSON NOT NULL COMMENT 'announced before the first tree was touched',
  drawn JSON NOT NULL COMMENT 'places in the lot, in the order to check',
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_samples PRIMARY KEY (id),
  CONSTRAINT uq_samples_lot UNIQUE (lot_id),
  CONSTRAINT fk_samples_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_samples_person FOREIGN KEY (person_id) REFERENCES people (id)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

CREATE TABLE IF NOT EXISTS lot_decisions (
  id VARCHAR(16) NOT NULL,
  lot_id VARCHAR(16) NOT NULL,
  decision VARCHAR(20) NOT NULL,
  proposed BOOLEAN NOT NULL COMMENT 'true until a manager decides',
  note VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NOT NULL,
  person_id VARCHAR(16) NOT NULL,
  at DATETIME(6) NOT NULL,
  CONSTRAINT pk_lot_decisions PRIMARY KEY (id),
  CONSTRAINT fk_lot_decisions_lot FOREIGN KEY (lot_id) REFERENCES lots (id),
  CONSTRAINT fk_lot_decisions_person FOREIGN KEY (person_id) REFERENCES people (id),
  CONSTRAINT ck_lot_decisions_decision CHECK (decision IN ('released', 'refused', 'open')),
  INDEX ix_lot_decisions_lot (lot_id, at)
) ENGINE=InnoDB DEFAULT CHARSET=ascii COLLATE=ascii_bin;

-- +goose Down
DROP TABLE IF EXISTS lot_decisions;
DROP TABLE IF EXISTS samples;
DROP TABLE IF EXISTS lot_counts;
DROP TABLE IF EXISTS tree_events;
DROP TABLE IF EXISTS trees;
DROP TABLE IF EXISTS lots;
DROP TABLE IF EXISTS deliveries;
DROP TABLE IF EXISTS growers;
