/** The database's history, oldest first. A migration that has landed is never changed. */
import { Migration } from "@mikro-orm/migrations";

class CreateSpecimens extends Migration {
  override up(): void {
    this.addSql(`create table specimen (
      id text primary key, title text not null, pattern text not null, dialect text not null, flags text not null,
      notes text not null, revision integer not null, created_at datetime not null, updated_at datetime not null,
      deleted_at datetime null
    )`);
    this.addSql("create index specimen_by_change on specimen (deleted_at, updated_at)");
    this.addSql(`create table sample (
      id text primary key, specimen_id text not null references specimen (id), position integer not null,
      name text not null, text text not null, length integer not null
    )`);
    this.addSql("create index sample_by_specimen on sample (specimen_id, position)");
    this.addSql("create table fact (name text primary key, value text not null)");
  }
}

class KeepEarlierPatterns extends Migration {
  override up(): void {
    this.addSql(`create table earlier (
      id text primary key, specimen_id text not null references specimen (id), revision integer not null,
      pattern text not null, dialect text not null, flags text not null, kept_at datetime not null
    )`);
    this.addSql("create index earlier_by_specimen on earlier (specimen_id, revision)");
  }
}

/**
 * Words that specimens are searched by, folded before they are written, so that case counts as Unicode has it and not as
 * SQLite does; parts of words of three characters and more are found by their trigrams. And when a pattern was last
 * changed, whatever else was since.
 */
class SearchByWords extends Migration {
  override up(): void {
    this.addSql("alter table specimen add column pattern_at datetime not null default 0");
    this.addSql("update specimen set pattern_at = updated_at");
    this.addSql("alter table specimen add column number integer not null default 0");
    this.addSql("update specimen set number = rowid");
    this.addSql("create unique index specimen_by_number on specimen (number)");
    this.addSql("create virtual table words using fts5 (folded, tokenize = 'trigram case_sensitive 1')");
  }
}

/** Words that specimens are put together by, and what a bench found out of them. */
class TagsAndFigures extends Migration {
  override up(): void {
    this.addSql("alter table specimen add column tags text not null default ''");
    this.addSql("alter table specimen add column figures text null");
    this.addSql("alter table specimen add column figures_of integer not null default 0");
    this.addSql("create index specimen_by_title on specimen (deleted_at, title)");
  }
}

/** What a rewriting puts in the place of a match. */
class Templates extends Migration {
  override up(): void {
    this.addSql("alter table specimen add column template text not null default ''");
  }
}

/** Texts that must and must not match, one a line. */
class Expectations extends Migration {
  override up(): void {
    this.addSql("alter table specimen add column expectations text not null default ''");
  }
}

/** Slips that are not said of a specimen any more, one a line. */
class SlipsSetAside extends Migration {
  override up(): void {
    this.addSql("alter table specimen add column set_aside text not null default ''");
  }
}

export const migrationsList = [
  { name: "0001-specimens", class: CreateSpecimens },
  { name: "0002-earlier-patterns", class: KeepEarlierPatterns },
  { name: "0003-search-by-words", class: SearchByWords },
  { name: "0004-tags-and-figures", class: TagsAndFigures },
  { name: "0005-templates", class: Templates },
  { name: "0006-expectations", class: Expectations },
  { name: "0007-slips-set-aside", class: SlipsSetAside },
];

/** What a database says that it is of, and how new: `LMPR`, and the number of migrations. */
export const APPLICATION_ID = 0x4c4d5052;
