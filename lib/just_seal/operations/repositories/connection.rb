# frozen_string_literal: true

module JustSeal
  module Operations
    # Speaks with a connected repository.
    module Connection
      module_function

      # Ports::CmisClient for +repository+.
      def to(repository, office: JustSeal.office)
        Ports::CmisClient.new(
          repository.url,
          user: repository.user_name,
          password: office.secret_box.open(repository.secret),
          reach: office.callback_reach
        )
      end
    end
  end
end
