# frozen_string_literal: true

require "argon2"
require "securerandom"

module JustSeal
  module Operations
    # A party types the phrase that was agreed with it outside of the system.
    class ProveByPhrase < Operation
      WRONG = :phrase_wrong
      # A hash of nothing that anybody knows, so that a party without a phrase waits as long.
      BLANK = Argon2::Password.new.create(SecureRandom.hex(32))

      # One form of every spelling: width, case and spaces are left out of account (NFKC, case-folded).
      def self.plain(phrase) = phrase.unicode_normalize(:nfkc).downcase(:fold).gsub(/[[:space:]]+/, " ").strip

      def self.hash(phrase) = Argon2::Password.new.create(plain(phrase))

      # Returns true for a proof, false for a wrong try. Raises Errors::Forbidden for a party that is locked.
      def call(visitor, phrase:)
        known = Store::Party[visitor.id]&.phrase_hash
        # Slow by intent, and so before the docket is locked.
        right = Argon2::Password.verify_password(self.class.plain(phrase[0, 500]), known || BLANK) && !known.nil?
        transaction do
          docket, party = Room.enter(visitor)
          proofs = ProofRecorder.for(docket, party, visitor)
          right &&= party.phrase_hash == known
          right ? proofs.keep("phrase") : proofs.wrong("phrase")
          right
        end
      end
    end
  end
end
