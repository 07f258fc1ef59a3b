# frozen_string_literal: true

module JustSeal
  module Operations
    # Counts what a token asks, for all processes together.
    class CountRequest < Operation
      LIMIT = 600
      WINDOW_SECONDS = 60
      POLICY = { "ratelimit-policy" => "\"token\";q=#{LIMIT};w=#{WINDOW_SECONDS}" }.freeze
      # +rest+: how many are left in this window, negative where it was one too many; +seconds+: until the next begins.
      Left = Core::Value.of(:rest, :seconds)

      def call(token)
        window, past = now.to_i.divmod(WINDOW_SECONDS)
        key = "api:#{token.id}:#{window}"
        count = Store::RateCounts.new.increment(key, 1, expires_in: WINDOW_SECONDS)
        Left.new(rest: LIMIT - count, seconds: WINDOW_SECONDS - past)
      end
    end
  end
end
