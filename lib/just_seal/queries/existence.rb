# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # The proof that bytes, or an entry, were there since the first checkpoint over them, as
    # Core::Ledger::Existence checks it: as few checkpoints as lead to the newest, each taken while the one before still
    # held.
    class Existence
      # Newest checkpoints before an end, among which the one is taken that holds longest: authorities take turns.
      NEAR = 8

      def initialize(office)
        @office = office
        @accepted = office.accepted.slice(:roots, :register)
      end

      # The proof (text) of the bytes with +sha256+, as an entry names them: of +chains+, or of those to which such
      # bytes belong here. Raises Errors::Missing where none does, Errors::Conflict while no checkpoint covers it.
      def of_content(sha256, chains: [])
        told = entries.where(docket: chains + self.class.chains(sha256))
        entry = told.where(Sequel.like(:body, "%#{sha256}%")).order(:id).first
        raise Errors::Missing.new(:not_named, sha256: sha256) unless entry

        again = called_anew(sha256)
        ended = entry[:at] >= register.digest_ends(Core::Ledger::Merkle::FIRST)
        proof(ended && again ? again : entry, [sha256], again)
      end

      # The same of entry +seq+ of +chain+ itself.
      def of_entry(chain, seq)
        entry = entries.first(docket: chain, seq: seq) or
          raise Errors::Missing.new(:no_entry, number: chain, seq: seq)
        proof(entry, [], nil)
      end

      # Names of the chains that may tell of kept bytes with +sha256+.
      def self.chains(sha256)
        versions = Store::Version.where(sha256: sha256)
        lines = Store::TransferLine.where(package_sha256: sha256).select(:record_id)
        taken = Store::TakenPackage.where(package_sha256: sha256).select(:record_id)
        records = [versions.select(:record_id), lines, taken].map { |ids| Store::Record.where(id: ids) }
        [
          *records.flat_map { |some| some.select_map(:number) },
          *versions.exclude(docket_number: nil).select_map(:docket_number),
          *Store::Inquiry.where(pack_sha256: sha256).select_map(:number)
        ].uniq
      end

      private

      def db = Store.db
      def register = @accepted.fetch(:register)
      def entries = db[:ledger_entries].select(:id, :docket, :seq, :at, :body)

      # The entry that calls the bytes with +sha256+ by a digest that lasts, nil where none does.
      def called_anew(sha256)
        digest = register.lasting(Core::Ledger::Merkle::NAMES)
        row = db[:content_digests].first(digest: digest, content: sha256)
        row && entries.first(docket: row[:docket], seq: row[:seq])
      end

      # +again+: an entry that has to be covered as well, or nil.
      def proof(entry, names, again)
        points = way(first_over(entry), again ? position(again).to_i : -1)
        shown = shown(entry, names, points)
        told = points.zip(shown).map do |point, rows|
          { "body" => point.body, "token" => point.token, "proofs" => rows.map { |row| included(row, point) } }
        end
        JSON.pretty_generate("v" => 1, "what" => "existence", "points" => told)
      end

      def first_over(entry)
        position = position(entry)
        point = position && Store::Checkpoint.over(position)
        point or raise Errors::Conflict.new(:not_covered_yet, minutes: @office.settings.checkpoint_minutes)
      end

      def position(entry) = db[:ledger_leaves].where(entry_id: entry[:id]).get(:position)

      # [Store::Checkpoint, ...] from +point+ to one that holds today and covers the leaf at +position+, or to the last
      # before a gap.
      def way(point, position)
        found = [point]
        until holds?(found.last) && found.last.size > position
          following = next_of(found.last) or break
          found << following
        end
        found
      end

      def holds?(point) = ends_at(point) > @office.now
      def ends_at(point) = point.ends_at(**@accepted)

      # Of the newest ones that were taken while +point+ held, the one that holds longest.
      def next_of(point)
        Store::Checkpoint
          .where(Sequel[:number] > point.number)
          .where(Sequel[:taken_at] < ends_at(point))
          .order(Sequel.desc(:number))
          .limit(NEAR)
          .all
          .max_by { |one| [ends_at(one), one.number] }
      end

      # For each of +points+ the entries that it has to cover: at first the one that is proved, then what tells of the
      # point before; on a new tree all of them once more, with what calls +names+ by its digest.
      def shown(entry, names, points)
        so_far = []
        points.each_with_index.map do |point, index|
          fresh = index.zero? ? [entry] : [telling(points[index - 1])]
          again = index.positive? && point.digest != points[index - 1].digest ? so_far : []
          so_far += fresh
          again + fresh + naming(point, names)
        end
      end

      def telling(point)
        entries.first(docket: Core::Ledger::Point::CHAIN, seq: point.told_seq)
      end

      # Entries that call +names+ by the digest of +point+'s tree, as far as it covers them.
      def naming(point, names)
        found = db[:content_digests].where(digest: point.digest, content: names).select_map(%i[docket seq])
        found.filter_map do |chain, seq|
          row = entries.first(docket: chain, seq: seq)
          row if position(row)&.< point.size
        end
      end

      def included(row, point)
        index = position(row)
        path = point.tree.inclusion(index, point.size, Store::MerkleTree.nodes(point.digest))
        { "entry" => row[:body], "index" => index, "path" => path.map { |hash| hash.unpack1("H*") } }
      end
    end
  end
end
