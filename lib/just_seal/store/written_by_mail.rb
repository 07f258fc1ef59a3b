# frozen_string_literal: true

module JustSeal
  module Store
    # Whoever has a mail address always, and is written to by mail alone. Answers as Party does.
    module WrittenByMail
      def channels = %w[mail]
      def place(_channel) = email.to_s
    end
  end
end
