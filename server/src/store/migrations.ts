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

export const migrationsList = [
  { name: "0001-specimens", class: CreateSpecimens },
  { name: "0002-earlier-patterns", class: KeepEarlierPatterns },
];
