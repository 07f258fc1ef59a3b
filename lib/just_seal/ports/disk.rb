# frozen_string_literal: true

require "open3"

module JustSeal
  module Ports
    # How full disks are, as df says (POSIX).
    module Disk
      module_function

      # Share of the disk of +folder+ that is free, from 0 to 1; nil where nobody says.
      def free_share(folder)
        output, status = Open3.capture2e("df", "-Pk", folder)
        _, size, _, free = output.lines.last.to_s.split if status.success?
        free.to_f / size.to_i if size.to_i.positive?
      rescue SystemCallError
        nil
      end
    end
  end
end
