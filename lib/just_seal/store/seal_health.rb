# frozen_string_literal: true

module JustSeal
  module Store
    # What one sealed file rests on, and by when its proofs have to be renewed. +rests_on+: as of
    # Core::Pdf::CryptographicDependencies. Only the newest state of a file has a row that counts: one that is not
    # renewed.
    class SealHealth < Sequel::Model(:seal_health)
      # A job that waits for an authority gives up after about eight days.
      LEFT_SECONDS = 9 * 86_400

      unrestrict_primary_key
      many_to_one :version, class: "JustSeal::Store::Version"
      dataset_module do
        # In no batch, with a problem, or in a batch that began so long ago that nobody is at it any more.
        def not_under_way(now)
          left = RenewalBatch.where(Sequel[:asked_at] < now - LEFT_SECONDS).select(:id)
          where(Sequel.|({ batch_id: nil }, Sequel.~(problem: nil), { batch_id: left }))
        end

        # [id of a version, ...] of a batch that are not renewed yet, in the +lane+ of +lanes+ and +after+ a version.
        def in_lane(batch_id, lane, lanes, after)
          mine = { Sequel.lit("version_id % ?", lanes) => lane }
          newest.where(batch_id: batch_id).where(mine).where(Sequel[:version_id] > after).order(:version_id)
            .select_map(:version_id)
        end

        # Of files that no renewal has taken the place of.
        def newest = exclude(version_id: Store::Version.exclude(renews: nil).select(:renews))
      end
    end
  end
end
