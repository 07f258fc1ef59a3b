# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes away the bytes of what was destroyed. They are put aside first, and go for good when nobody has asked for
    # them meanwhile: whoever keeps the same bytes again at this very moment writes them anew. Safe to run twice and by
    # several processes.
    class SweepBytes < Operation
      BATCH = 200
      # Longer than anything takes between writing bytes and the row that names them.
      GRACE_SECONDS = 900

      # Returns when there will be more to do of disposal +disposal_id+: a Time, nil for never.
      def call(disposal_id)
        work("doomed", :put_aside)
        work("aside", :take_away) { |rows| rows.where(Sequel[:since] <= now - GRACE_SECONDS) }
        work("locked", :put_aside) { |rows| rows.where(Sequel[:locked_until] <= now) }
        left = db[:doomed_bytes].where(disposal_id: disposal_id)
        aside = left.where(state: "aside").min(:since)
        [aside && (aside + GRACE_SECONDS), left.where(state: "locked").min(:locked_until)].compact.min
      end

      private

      def work(state, step)
        rows = db[:doomed_bytes].where(state: state)
        rows = yield rows if block_given?
        until transaction { some(rows, step) }.zero?; end
      end

      def some(rows, step)
        found = rows.order(:id).limit(BATCH).for_update.skip_locked.select_map(%i[id sha256])
        wanted = Store::Content.wanted(found.map(&:last)).select_map(:sha256).to_set
        found.each do |id, sha256|
          state = send(step, sha256, wanted.include?(sha256))
          db[:doomed_bytes].where(id: id).update(since: now, **state)
        rescue Errors::Missing # a hash that an entry tells of something else
          db[:doomed_bytes].where(id: id).delete
        end
        found.size
      end

      def put_aside(sha256, wanted)
        return { state: "wanted" } if wanted

        locked = office.blobs.put_aside(sha256)
        locked ? { state: "locked", locked_until: locked } : { state: "aside", locked_until: nil }
      end

      def take_away(sha256, wanted)
        wanted ? office.blobs.take_back(sha256) : office.blobs.remove(sha256)
        { state: wanted ? "wanted" : "gone" }
      end
    end
  end
end
