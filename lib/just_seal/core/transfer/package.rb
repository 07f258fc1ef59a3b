# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Transfer
      # What an archive is given of one record: a bag with its versions, the bundles of its dockets, its own chain and
      # account in a signed container, and the descriptions of all that in METS and PREMIS.
      #
      # The account is canonical JSON: {"v", "what", "office", "number", "title", "class" => {"code", "title",
      # "particulars", ...}, "case_file" => {"code", "title"}, "particulars", "captured_at", "versions" => [{"number",
      # "kind", "media", "file_name", "file", "sha256", "bytes", "pages", "made_at", "docket"}, ...], "dockets" =>
      # [number, ...]}.
      module Package
        VERSION = 1
        ACCOUNT = "record.json"
        EVIDENCE = "evidence.asice"
        # What versions may be.
        KINDS = %w[
          captured revised converted flattened sealed scan read certificate renewed written signed
        ].freeze
        UNFIT = %r{[/\\:*?"<>|\p{Cntrl}]}

        module_function

        # Where version +number+ lies, called +name+. Its number makes it one of a kind.
        def path_of(number, name)
          fit = name.scrub("").gsub(UNFIT, "-").strip
          "files/#{number} #{fit.empty? ? "document" : fit[-80..] || fit}"
        end

        def docket_path(number) = "dockets/#{number}.asice"

        # The account in +files+ ({path => bytes}); nil where there is none of ours: anybody may have written it.
        def account(files)
          told = JSON.parse(files.fetch(ACCOUNT))
          told if told.values_at("v", "what") == [VERSION, "record"] && whole?(told, files)
        rescue *Bundle::Check::MALFORMED
          nil
        end

        def whole?(told, files)
          texts = told.values_at("office", "number", "title")
          texts += [told["class"], told["case_file"]].flat_map { |one| one.values_at("code", "title") }
          texts.all?(String) && told["particulars"].is_a?(Hash) && described?(told["class"]) &&
            told["versions"].any? &&
            told["versions"].all? { |version| known?(version) && files.key?(version["file"]) }
        end

        def described?(record_class)
          record_class["scope_note"].is_a?(String) && [true, false].include?(record_class["needs_signature"]) &&
            %w[particulars checks].all? { |list| record_class[list].is_a?(Array) && record_class[list].all?(Hash) }
        end

        def known?(version)
          KINDS.include?(version["kind"]) && Documents::Media::TYPES.key?(version["media"]) &&
            version["file_name"].is_a?(String)
        end

        # +account+: Hash; +files+: {path => bytes} with the container of evidence; +entries+, +basis+, +archive+: as
        # Premis; +info+: {label => text} for bag-info.txt. Returns the bytes.
        def write(account, files, entries:, basis:, archive:, info:, at:)
          all = { ACCOUNT => Ledger::Canonical.dump(account), **files }
          all[Premis::NAME] = Premis.call(account, all, entries, basis: basis, archive: archive)
          all[Mets::NAME] = Mets.call(account, all, at: at)
          Bag.write(account["number"], all, info: info, at: at)
        end
      end
    end
  end
end
