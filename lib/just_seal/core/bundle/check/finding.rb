# frozen_string_literal: true

module JustSeal
  module Core
    module Bundle
      class Check
        # +code+: a key of GRADE_OF; +where+: file or entry; +facts+: what there is to say of it.
        Finding = Value.of(:code, :where, :facts) do
          def grade = self.class::GRADE_OF.fetch(code)
        end
        Finding::GRADE_OF = {
          no_bundle: :unreadable,
          file_changed: :altered,
          file_missing: :altered,
          file_added: :altered,
          manifest_broken: :altered,
          signer_unknown: :untrusted,
          time_stamp_broken: :altered,
          document_altered: :altered,
          document_untrusted: :untrusted,
          document_unfinished: :unfinished,
          document_undetermined: :undetermined,
          bytes_between: :altered,
          other_sealer: :untrusted,
          signer_revoked: :untrusted,
          proof_ended: :undetermined,
          signer_differs: :untrusted,
          account_differs: :altered,
          person_differs: :altered,
          other_original: :altered,
          member_missing: :altered,
          file_strange: :altered,
          ledger_broken: :altered,
          private_differs: :altered,
          ledger_unreadable: :altered,
          other_document: :altered,
          checkpoint_broken: :altered,
          checkpoint_untrusted: :untrusted,
          bundle_altered: :altered,
          bundle_untrusted: :untrusted,
          bundle_unfinished: :unfinished,
          bundle_undetermined: :undetermined,
          answer_differs: :altered,
          proof_missing: :altered,
          proof_broken: :altered
        }.freeze
      end
    end
  end
end
