# frozen_string_literal: true

module JustSeal
  module Store
    # A standing question that is asked anew every night.
    class StandingQuestion < Sequel::Model(:watches)
      many_to_one :account, class: "JustSeal::Store::Account"
      one_to_many :finds, class: "JustSeal::Store::StandingQuestionFind", key: :watch_id, order: Sequel.desc(:id)
      dataset_module { where(:live, ended_at: nil) }
    end
  end
end
