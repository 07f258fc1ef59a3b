# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes a find away that +actor+ saved; those of others are left alone.
    class ForgetFind < Operation
      def call(actor, id)
        allow!(actor, :view)
        Store::SavedFind.where(id: id, account_id: actor.id).delete
      end
    end
  end
end
