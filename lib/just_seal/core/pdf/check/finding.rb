# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # One thing that a check found. +code+: a key of GRADE_OF; +where+: the place, a Symbol, Problem or name;
        # +facts+: what there is to say of it, {name => text, number, or a place}.
        Finding = Value.of(:code, :where, :facts) do
          # one of Check::GRADES, or :note
          def grade = Finding::GRADE_OF.fetch(code)
          def to_kept = { "code" => code.to_s, "where" => Problem.plain(where), "facts" => Problem.plain(facts.to_h) }
        end

        Finding::GRADE_OF = {
          not_a_pdf: :unreadable,
          damaged: :unreadable,
          encrypted: :unreadable,
          too_many_revisions: :unreadable,
          never_sealed: :untrusted,
          not_sealed_yet: :unfinished,
          byte_range_wrong: :altered,
          contents_moved: :altered,
          signature_broken: :altered,
          signature_value_wrong: :altered,
          signature_unreadable: :altered,
          certificate_not_named: :altered,
          certificate_unnamed: :undetermined,
          certificate_by_number: :note,
          certificate_missing: :undetermined,
          signature_kind_unknown: :undetermined,
          certificate_damaged: :altered,
          time_stamp_broken: :altered,
          time_stamp_missing: :undetermined,
          proof_ended: :undetermined,
          times_out_of_order: :undetermined,
          algorithm_ended: :undetermined,
          status_stale: :undetermined,
          unknown_root: :untrusted,
          unknown_time_authority: :untrusted,
          out_of_time: :untrusted,
          wrong_use: :untrusted,
          chain_broken: :untrusted,
          revoked: :untrusted,
          other_sealer: :untrusted,
          not_by_a_sealer: :untrusted,
          seal_of_a_person: :untrusted,
          holder_differs: :untrusted,
          revoked_later: :note,
          status_missing: :undetermined,
          bytes_after_end: :altered,
          added_after_seal: :altered,
          revisions_rearranged: :altered,
          shown_later: :altered,
          laid_over: :altered,
          not_permitted: :altered,
          signatures_hidden: :altered,
          certification_lost: :altered,
          references_wrong: :altered,
          bytes_between: :altered,
          key_twice: :altered,
          object_listed_twice: :altered,
          object_twice: :altered,
          object_unlisted: :altered,
          reference_elsewhere: :altered,
          references_unclear: :altered,
          start_elsewhere: :altered,
          stream_unclear: :altered,
          too_deep: :altered,
          trailer_unclear: :altered,
          value_unclear: :altered,
          page_changed: :altered,
          object_changed: :altered,
          catalog_changed: :altered,
          form_changed: :altered,
          field_changed: :altered,
          locked_field_changed: :altered,
          field_of_another: :altered,
          information_changed: :altered,
          proofs_removed: :altered,
          signature_replaced: :altered
        }.freeze
      end
    end
  end
end
