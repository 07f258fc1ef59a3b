# frozen_string_literal: true

module JustSeal
  module Queries
    # Standing questions, and what they found.
    module StandingQuestions
      # What one found: +finds+: [Store::StandingQuestionFind, ...], the first of +count+; +fresh+: how many of all
      # nobody has reviewed.
      Found = Core::Value.of(:finds, :count, :fresh)
      NOTHING = Found.new(finds: [], count: 0, fresh: 0)

      module_function

      def live = Store::StandingQuestion.live.order(:id).eager(:account).all

      # {id of a standing question => Found}, of each at most +most+ finds: first those that nobody has reviewed, the
      # newest first.
      def found(rows, most)
        all = Store::StandingQuestionFind.where(watch_id: rows.map(&:id), gone_at: nil)
        finds = first_of_each(all, most).group_by(&:watch_id)
        counts = all.group(:watch_id).select_map([:watch_id, counted.as(:count), fresh.as(:fresh)])
        counts.to_h { |id, count, fresh| [id, Found.new(finds: finds.fetch(id, []), count: count, fresh: fresh)] }
      end

      def counted = Sequel.function(:count).*
      def fresh = counted.filter(seen_at: nil)

      def first_of_each(all, most)
        order = [Sequel.expr(seen_at: nil).desc, Sequel.desc(:found_at), Sequel.desc(:id)]
        place = Sequel.function(:row_number).over(partition: :watch_id, order: order).as(:place)
        placed = all.select_all(:watch_finds).select_append(place).from_self(alias: :watch_finds)
        placed.where(Sequel[:place] <= most).order(:watch_id, :place).all
      end
    end
  end
end
